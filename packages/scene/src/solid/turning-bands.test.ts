import {
  demoJobs,
  fittedRows,
  machineOf,
  parseJob,
  precomputeFrames,
  stockSectionOf,
  sweptPieces,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { shadeMesh } from '@coin-relay/core/solid';
import { describe, expect, it } from 'vitest';
import { straightBandLines, rowScene, moveScene } from '../placing';
import { CarriedBand } from './carried-band';
import { makeMaster } from './masters';
import { bandRequest } from './solid-request';
import { SceneSolids } from './scene-solids';

const [LONG, RADIUS, TURNS, BAR, FRAMES] = [300, 20, 2, 8, 8];
const RIGHT_ROUND = 2 * Math.PI;

/** Two round bars that wind round a straight axis and turn once in the loop. */
function bars(): Job {
  const { job } = demoJobs().find(({ id }) => id === 'demo-mast-streamers')!;
  const [like] = job.runs;
  const bar = {
    ...sweptPieces(stockSectionOf('round', BAR, BAR, 1), LONG).pieces[0],
    ...{ id: 'bar', name: 'Bar', finish: { material: 'steel', line: true, picture: null } },
  };
  return parseJob({
    ...job,
    paths: [
      { kind: 'outline', id: 'axis', name: 'Axis', data: `M0 0H${LONG}` },
      {
        ...{ kind: 'winding', id: 'strand-0', name: 'Strand', of: 'axis', phase: 0 },
        wound: { by: 'own', figure: 'round', radius: RADIUS, depth: 10, turns: TURNS, hand: 'right' },
      },
      {
        ...{ kind: 'winding', id: 'strand-1', name: 'Other', of: 'strand-0', phase: Math.PI },
        wound: { by: 'like' },
      },
    ],
    pieces: [bar],
    runs: [0, 1].map((k) => ({
      ...{ id: `row-${k}`, name: `Row ${k}`, path: `strand-${k}`, sequence: ['bar'], fit: like.fit },
    })),
    motion: {
      ...{ framesPerSecond: 24, frames: FRAMES },
      drives: [0, 1].map((k) => ({ run: `row-${k}`, pitches: 0, ...(k === 0 ? { turning: 2 } : {}) })),
    },
  });
}

function machine(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}

/** How far a point is from the line of strand k as it is turned in a frame, mm (closed form of a right-handed helix). */
function offLine([x, y, z]: readonly number[], k: number, frame: number): number {
  let least = Infinity;
  for (let at = Math.max(0, x - 12); at <= Math.min(LONG, x + 12); at += 0.02) {
    const angle = k * Math.PI + RIGHT_ROUND * ((TURNS * at) / LONG - frame / FRAMES);
    least = Math.min(least, Math.hypot(at - x, -RADIUS * Math.sin(angle) - y, RADIUS * Math.cos(angle) - z));
  }
  return least;
}

describe('bands whose paths turn', () => {
  const moved = machine(bars());

  it('as files have them: in every frame round the line where that is then, with the same triangles', () => {
    const solids = new SceneSolids(moved, { wheels: true, tolerance: 0.05 });
    const first = solids.shapesAt(0);
    expect(first.map(({ key }) => key)).toEqual(['row-0/band', 'row-1/band']);
    for (const frame of [0, 1, 5]) {
      const shapes = solids.shapesAt(frame);
      for (const [k, { bodies }] of shapes.entries()) {
        const [{ mesh }] = bodies;
        expect(mesh.triangles).toEqual(first[k].bodies[0].mesh.triangles);
        for (let v = 0; v < mesh.positions.length; v += 3 * 41) {
          const corner = [...mesh.positions.subarray(v, v + 3)];
          if (corner[0] < 14 || corner[0] > LONG - 14) continue;
          expect(offLine(corner, k, frame)).toBeCloseTo(BAR / 2, 2);
        }
      }
    }
    // They are no solids that stand still besides.
    expect(solids.stiffAt(3)).toEqual([]);
  });

  it('as they are looked at: carried from a straight one, with what looks outward looking outward', () => {
    const { fit, setOut } = moved.rows.get('row-1')!;
    const scene = rowScene(fit, setOut, moved.precomputed.rows.get('row-1') ?? null);
    const request = bandRequest(scene, straightBandLines(scene))!;
    const shaded = shadeMesh(makeMaster(request, 0.05).parts[0].mesh);
    const band = new CarriedBand(scene, shaded.positions, shaded.normals);
    for (const frame of [0, 3, 6]) {
      moveScene(scene, 0, frame);
      band.place(0);
      let asked = 0;
      for (let v = 0; v < band.positions.length; v += 3 * 17) {
        const corner = [...band.positions.subarray(v, v + 3)];
        if (corner[0] < 14 || corner[0] > LONG - 14) continue;
        expect(offLine(corner, 1, frame)).toBeCloseTo(BAR / 2, 2);
        const normal = band.normals.subarray(v, v + 3);
        expect(Math.hypot(...normal)).toBeCloseTo(1, 5);
        // Along its normal it is as much further out.
        const out = corner.map((value, c) => value + 0.5 * normal[c]);
        expect(offLine(out, 1, frame)).toBeCloseTo(BAR / 2 + 0.5, 2);
        asked++;
      }
      expect(asked).toBeGreaterThan(50);
    }
  });
});
