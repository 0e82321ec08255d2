import { describe, expect, it } from 'vitest';
import { fitRow } from '@coin-relay/core';
import { measureMesh } from '@coin-relay/core/solid';
import {
  demoJobs,
  fittedRows,
  machineOf,
  NOTHING_PRECOMPUTED,
  resolveRun,
  resolveSetOut,
} from '@coin-relay/model';
import { machineParts } from '../machine-parts';
import { rowScene, type RowScene } from '../placing/scene';
import { bandLines, bandRings } from '../placing';
import { makeMaster } from './masters';
import { bandRequest } from './solid-request';
import { rowDepths } from '../interference';
import { rowReach } from './row-reach';
import { tieLines } from './tie-lines';

const jobOf = (id: string) => demoJobs().find((each) => each.id === id)!.job;
function sceneOf(id: string, runId: string): RowScene {
  const job = jobOf(id);
  const resolved = resolveRun(job, runId);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}
/** The corners of path data of straight lines. */
const cornersOf = (d: string): number[][] =>
  [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
const areaOf = (section: Float64Array): number => {
  let twice = 0;
  for (let i = 0, j = section.length - 2; i < section.length; j = i, i += 2)
    twice += section[j] * section[i + 1] - section[i] * section[j + 1];
  return twice / 2;
};

describe('solids as they are asked for', () => {
  it('a band is closed, and holds its section times the way of its centroid (Pappus)', () => {
    const scene = sceneOf('demo-drum-drive', 'row');
    const [piece] = scene.setOut.pieces;
    const { parts } = makeMaster(bandRequest(scene, bandLines(scene, 0.02))!, 0.02);
    expect(parts).toHaveLength(1);
    const { volume, openEdges, euler } = measureMesh(parts[0].mesh);
    expect([openEdges, euler]).toEqual([0, 0]);
    const [section] = bandRings(piece, 0.02);
    // Round once a parallel at a distance d towards the inside is 2 π d shorter than the path.
    const ys = section.filter((_, i) => i % 2 === 0);
    const centroid = (Math.min(...ys) + Math.max(...ys)) / 2;
    const way = scene.fit.layout.path.length - 2 * Math.PI * centroid;
    expect(volume / (areaOf(section) * way)).toBeCloseTo(1, 3);
  });

  it('of pieces that are part of a band only what stands on it', () => {
    const [piece] = sceneOf('demo-drum-drive', 'row').setOut.pieces;
    const { parts } = makeMaster({ kind: 'piece', piece, span: piece.pitch, wire: 0 }, 0.05);
    expect(parts.length).toBeGreaterThan(0);
    expect(parts.some(({ band }) => band)).toBe(false);
    // By itself it has its stretch of the band.
    const alone = makeMaster({ kind: 'piece', piece, span: piece.pitch, wire: 0, whole: true }, 0.05);
    expect(alone.parts.filter(({ band }) => band)).toHaveLength(1);
  });

  it('what lies between the rows of a machine are plates, the same ones at every frame', () => {
    const job = jobOf('demo-arcade-drive');
    const at = machineParts(machineOf(job, fittedRows(job), NOTHING_PRECOMPUTED));
    const plates = (frame: number): string[] => {
      const { behind, over } = at(frame);
      return [...behind, ...over].flatMap(({ d, deep }) => (deep ? [d] : []));
    };
    expect(plates(0).length).toBeGreaterThan(8);
    for (const frame of [17, 100, 239]) expect(plates(frame)).toEqual(plates(0));
    for (const { d, fill, deep } of at(0).over) {
      if (!deep) continue;
      const request = { kind: 'plates', plates: [{ d, ...deep, material: fill ?? 'steel' }] } as const;
      const [{ mesh }] = makeMaster(request, 0.05).parts;
      expect(measureMesh(mesh).openEdges).toBe(0);
      expect(measureMesh(mesh).bounds[5]).toBeCloseTo(deep.high, 6);
    }
  });
});

describe('springs and ropes in space', () => {
  const job = jobOf('demo-arcade-drive');
  const machine = machineOf(job, fittedRows(job), NOTHING_PRECOMPUTED);

  it('the wire goes from anchor to anchor, as wide as the spring is wound', () => {
    const spring = job.ties!.find(({ is }) => is.kind === 'spring')!;
    const line = tieLines(machine).find(({ tie }) => tie === spring.id)!;
    for (const frame of [0, 40, 133]) {
      const points = line.lineAt(frame)!;
      expect(points).toHaveLength(3 * line.stations);
      const zs = points.filter((_, i) => i % 3 === 2);
      expect(Math.max(...zs)).toBeLessThanOrEqual(line.half);
      expect(Math.max(...zs)).toBeGreaterThan(line.half * 0.6);
      expect(Math.max(...zs) + Math.min(...zs)).toBeCloseTo(0, 1);
    }
  });

  it('its side view is the drawing’s: the same points from the front', () => {
    const spring = job.ties!.find(({ is }) => is.kind === 'spring')!;
    const line = tieLines(machine).find(({ tie }) => tie === spring.id)!;
    const points = line.lineAt(25)!;
    const drawn = machineParts(machine)(25)
      .over.filter(({ wire, at }) => wire && at)
      .flatMap(({ d, at }) => {
        const [a, b, c, e, x, y] = Array.from(at!);
        return cornersOf(d).map(([u, v]) => [a * u + c * v + x, b * u + e * v + y]);
      });
    for (let i = 0; i < points.length; i += 30) {
      const near = Math.min(...drawn.map(([x, y]) => Math.hypot(x - points[i], y - points[i + 1])));
      // Both are cut into chords of the same line, each at places of its own; what is ground off at its ends lies
      // flat where it is drawn.
      const ends = line.groundAt(25)!;
      const off = Math.min(
        ...[ends.from, ends.to].map(({ x, y }) => Math.hypot(points[i] - x, points[i + 1] - y)),
      );
      expect(near).toBeLessThan(off < line.half + line.radius ? 1.2 + line.radius : 1.2);
    }
  });
});

describe('how deep rows stand', () => {
  const deep = (id: string) => {
    const job = jobOf(id);
    return rowDepths(
      job.runs.map((run) => {
        const { source, request, sequence } = resolveRun(job, run.id);
        const fit = fitRow(source, request);
        const { sideways } = run;
        return {
          run: run.id,
          fit,
          reach: () => rowReach(sequence, fit.layout.wheels.length > 0 ? sequence[0] : null).all,
          ...(sideways === undefined ? {} : { sideways }),
        };
      }),
    );
  };

  it('those that share a shaft stand beside each other, and do not reach into each other', () => {
    const depths = deep('demo-arcade-drive');
    const [belt, lift] = [depths.get('belt')!, depths.get('lift')!];
    expect(belt.z).toBe(0);
    expect(lift.z + lift.reach()[1]).toBeLessThanOrEqual(belt.z + belt.reach()[0] - 1);
  });

  it('one whose depth is said stands there; one alone in the plane of the job', () => {
    const depths = deep('demo-prize-carousel');
    expect(depths.get('prizes')!.z).toBe(18);
    expect(depths.get('row')!.z).toBe(0);
    // The prizes stand clear of the plates.
    expect(18 + depths.get('prizes')!.reach()[0]).toBeGreaterThan(depths.get('row')!.reach()[1]);
  });
});
