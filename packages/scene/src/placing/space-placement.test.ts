import { fitRow, newReading, pathReader, rowFrame, type Vec3 } from '@coin-relay/core';
import { demoJobs, plainUpright, resolveRun, resolveSetOut, type Job, type Upright } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { BentCopies, MATRIX_NUMBERS, RowInstances } from '../solid';
import { isOnEdge } from './edge';
import { jointTurns, splitTurn } from './joints';
import { placeMatrix } from './placement-matrix';
import { placeRows } from './place-rows';
import { SPACE_NUMBERS } from './room';
import { moveScene, pieceNumberAt, rowScene, type RowScene } from './scene';
import { axesOf, placeInSpace, roll } from './space-placement';

/** A job, of those with several rows only the first of links. */
function jobOf(id: string): Job {
  const job = structuredClone(demoJobs().find((each) => each.id === id)!.job);
  const bands = new Set(['bed', 'left', 'right', 'water']);
  return {
    ...job,
    runs: job.runs.filter((each) => !bands.has(each.id)),
    motion: { ...job.motion, drives: job.motion.drives.filter(({ run }) => !bands.has(run)) },
  };
}
function sceneOf(job: Job, run = job.runs[0].id): RowScene {
  const resolved = resolveRun(job, run);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}
const stood = (job: Job, upright: Partial<Upright>): RowScene => {
  job.runs[0].upright = { ...plainUpright(undefined), ...upright };
  return sceneOf(job);
};
/** Where a link stands: the axes of its piece, and its zero point. */
function placed(scene: RowScene, k: number): readonly [x: Vec3, y: Vec3, z: Vec3, at: Vec3] {
  const out = new Float64Array(SPACE_NUMBERS);
  placeInSpace(scene, scene.setOut.stand!, k, scene.pieces[pieceNumberAt(scene, k)], 0, out);
  const of = (i: number): Vec3 => ({ x: out[3 * i], y: out[3 * i + 1], z: out[3 * i + 2] });
  return [of(0), of(1), of(2), of(3)];
}
const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;
const angle = (a: Vec3, b: Vec3): number => Math.acos(Math.max(-1, Math.min(1, dot(a, b))));

describe('rows in space', () => {
  it.each(['demo-swan-boats', 'demo-counterweight-chain', 'demo-winding-slide'])(
    '%s: axes are at right angles and right-handed, and seen along z it is what is drawn',
    (id) => {
      const job = jobOf(id);
      const scene = sceneOf(job);
      const m = new Float64Array(6);
      for (const travel of [0, 0.3, 4]) {
        moveScene(scene, travel);
        for (let k = 0; k < scene.frame.links; k++) {
          if (pieceNumberAt(scene, k) < 0) continue;
          const piece = scene.pieces[pieceNumberAt(scene, k)];
          const [x, y, z, at] = placed(scene, k);
          for (const [a, b] of [
            [x, y],
            [y, z],
            [z, x],
          ])
            expect(Math.abs(dot(a, b))).toBeLessThan(1e-12);
          const volume =
            x.x * (y.y * z.z - y.z * z.y) - x.y * (y.x * z.z - y.z * z.x) + x.z * (y.x * z.y - y.y * z.x);
          expect(volume).toBeGreaterThan(0);
          placeMatrix(scene, k, piece, 0, m);
          expect([...m]).toEqual([x.x, x.y, y.x, y.y, at.x, at.y]);
        }
      }
    },
  );

  it('the matrices of solids are these places', () => {
    const scene = sceneOf(jobOf('demo-counterweight-chain'));
    const instances = new RowInstances(scene);
    instances.place(99);
    const [{ matrices, count }] = instances.groups;
    expect(count).toBe(scene.fit.count);
    const [x, y, z, at] = placed(scene, 3);
    const told = [...matrices.subarray(3 * MATRIX_NUMBERS, 4 * MATRIX_NUMBERS)];
    [x.x, x.y, x.z, 0, y.x, y.y, y.z, 0, z.x, z.y, z.z, 0, at.x, at.y, at.z, 1].forEach((value, i) =>
      expect(told[i]).toBeCloseTo(value, 3),
    );
  });

  it('every other link of the chain stands at a quarter turn to its neighbours, round the closing place too', () => {
    const scene = sceneOf(jobOf('demo-counterweight-chain'));
    const n = scene.fit.count;
    expect(n % 2).toBe(0);
    for (const travel of [0, 0.5, 3.25]) {
      moveScene(scene, travel);
      const ups = Array.from({ length: n }, (_, k) => placed(scene, k));
      ups.forEach(([x, , z], k) => {
        const [nextX, , nextZ] = ups[(k + 1) % n];
        // Of the turn about the path alone: what the way bends is taken from both.
        const middle = { x: x.x + nextX.x, y: x.y + nextX.y, z: x.z + nextX.z };
        const long = dot(middle, middle);
        const square = (v: Vec3): Vec3 => {
          const t = dot(v, middle) / long;
          const out = { x: v.x - t * middle.x, y: v.y - t * middle.y, z: v.z - t * middle.z };
          const size = Math.sqrt(dot(out, out));
          return { x: out.x / size, y: out.y / size, z: out.z / size };
        };
        const between = (angle(square(z), square(nextZ)) * 180) / Math.PI;
        expect(between).toBeGreaterThan(75);
        expect(between).toBeLessThan(105);
      });
    }
  });

  it('what travels by what repeats stands where it stood', () => {
    const scene = sceneOf(jobOf('demo-counterweight-chain'));
    const before = Array.from({ length: scene.fit.count }, (_, k) => placed(scene, k)[3]);
    moveScene(scene, 2);
    const after = Array.from({ length: scene.fit.count }, (_, k) => placed(scene, k)[3]);
    const n = before.length;
    after.forEach((at, k) => {
      const was = before[(k + 2) % n];
      expect(Math.hypot(at.x - was.x, at.y - was.y, at.z - was.z)).toBeLessThan(1e-6);
    });
  });

  it('roll, twist, every other one, across and lift do what they say', () => {
    const job = jobOf('demo-swan-boats');
    const plain = placed(sceneOf(job), 4);
    const at = (change: Partial<Upright>): ReturnType<typeof placed> =>
      placed(stood(jobOf('demo-swan-boats'), { ...job.runs[0].upright, ...change }), 4);
    // To the left: what was up goes to where left was.
    const rolled = at({ roll: Math.PI / 2 });
    expect(angle(rolled[2], plain[1])).toBeLessThan(1e-9);
    // Link 4 of the frame is the fourth of the row: the first one waits before it.
    expect(angle(at({ alternate: 0.3 })[2], plain[2])).toBeCloseTo(0.3, 9);
    const even = placed(stood(jobOf('demo-swan-boats'), { ...job.runs[0].upright, alternate: 0.3 }), 5);
    expect(angle(even[2], placed(sceneOf(job), 5)[2])).toBeLessThan(1e-7);
    const across = at({ across: 25 });
    const moved = { x: across[3].x - plain[3].x, y: across[3].y - plain[3].y, z: across[3].z - plain[3].z };
    expect(Math.hypot(moved.x, moved.y, moved.z)).toBeCloseTo(25, 9);
    expect(dot(moved, plain[1])).toBeCloseTo(25, 9);
    const lifted = jobOf('demo-swan-boats');
    lifted.runs[0].sideways = 12;
    const up = placed(sceneOf(lifted), 4)[3];
    expect(Math.hypot(up.x - plain[3].x, up.y - plain[3].y, up.z - plain[3].z)).toBeCloseTo(12, 9);
    // Twisted by a whole turn over the path: by as much of it as the path is gone.
    const twisted = stood(jobOf('demo-swan-boats'), { ...job.runs[0].upright, twist: 1 });
    const { arc, step } = twisted.frame;
    const gone = (arc[4 * step] + arc[4 * step + 1]) / 2 / twisted.fit.layout.path.length;
    expect(angle(placed(twisted, 4)[2], plain[2])).toBeCloseTo(gone, 9);
  });

  it('a row in the plane that is rolled stands in its plane, turned about it', () => {
    const job = jobOf('demo-coin-lift');
    const scene = stood(job, { roll: Math.PI / 2 });
    const [x, , z, at] = placed(scene, 2);
    expect(z.z).toBeCloseTo(0, 12);
    expect(x.z).toBeCloseTo(0, 12);
    expect(at.z).toBeCloseTo(0, 12);
    placeMatrix(scene, 2, scene.pieces[pieceNumberAt(scene, 2)], 0, new Float64Array(6));
    expect(isOnEdge(scene, scene.pieces[0], new Float64Array(6))).toBe(true);
  });

  it('pieces that bend keep as far from the path as they are made', () => {
    const scene = sceneOf(jobOf('demo-winding-slide'), 'inner');
    const base = Float32Array.of(0, 0, 5, 20, 0, -5, 40, 0, 5);
    const copies = new BentCopies(scene, 0, 4, base, Float32Array.of(0, 0, 1, 0, 0, -1, 0, 0, 1));
    copies.place(0);
    expect(copies.count).toBe(4);
    const read = pathReader(scene.fit.layout.path);
    const at = newReading();
    const { arc, step } = scene.frame;
    // The first link of the frame waits before the path.
    const s = (arc[2 * step] + arc[2 * step + 1]) / 2;
    read(s, at);
    const [x, y, z] = copies.positions.subarray(9 + 3, 9 + 6);
    // 21 mm to the left, and 5 mm down, both square to the path.
    expect(Math.hypot(x - at[0], y - at[1], z - at[5])).toBeCloseTo(Math.hypot(21, 5), 2);
    const normal = copies.normals.subarray(9 + 3, 9 + 6);
    expect(normal[2]).toBeLessThan(-0.95);
  });

  it('the table of places tells heights and straight distances in space', () => {
    const scene = sceneOf(jobOf('demo-counterweight-chain'));
    const rows = placeRows(scene.fit, scene.setOut);
    for (const row of rows) expect(row.chord).toBeCloseTo(rows[0].chord, 9);
    expect(rows[0].chord).toBeCloseTo(scene.fit.effectivePitch!, 2);
    expect(Math.min(...rows.map(({ z }) => z))).toBeLessThan(-200);
    for (const { forward, up } of rows) {
      expect(Math.hypot(...forward)).toBeCloseTo(1, 9);
      expect(forward.reduce((sum, value, i) => sum + value * up[i], 0)).toBeCloseTo(0, 9);
    }
    // On a slide that goes down at a known slope, with up kept, nothing leans.
    const slide = sceneOf(jobOf('demo-winding-slide'));
    for (const { slope, lean } of placeRows(slide.fit, slide.setOut)) {
      expect(slope).toBeLessThan(-5);
      expect(slope).toBeGreaterThan(-9);
      // But for the piece's own seeded turn, which is about up.
      expect(Math.abs(lean)).toBeLessThan(1);
    }
  });
});

describe('what joints must do', () => {
  it('splits a turn into a bend sidewise and a twist', () => {
    const frame = (way: Vec3, up: Vec3, rolled: number): Float64Array => {
      const ride = Float64Array.of(0, 0, 0, way.x, way.y, way.z, up.x, up.y, up.z);
      const out = new Float64Array(SPACE_NUMBERS);
      axesOf(ride, out);
      roll(out, rolled);
      return out;
    };
    const X = { x: 1, y: 0, z: 0 };
    const Z = { x: 0, y: 0, z: 1 };
    const a = frame(X, Z, 0);
    const inPlane = splitTurn(a, frame({ x: Math.cos(0.4), y: Math.sin(0.4), z: 0 }, Z, 0));
    expect(inPlane.sidewise).toBeCloseTo(0, 12);
    expect(inPlane.twist).toBeCloseTo(0, 12);
    const lifted = splitTurn(a, frame({ x: Math.cos(0.2), y: 0, z: Math.sin(0.2) }, Z, 0));
    expect(lifted.sidewise).toBeCloseTo(0.2, 12);
    expect(lifted.twist).toBeCloseTo(0, 12);
    expect(splitTurn(a, frame(X, Z, 0.3)).twist).toBeCloseTo(0.3, 12);
    // With pins across, it is the other way round.
    expect(
      splitTurn(a, frame({ x: Math.cos(0.2), y: 0, z: Math.sin(0.2) }, Z, 0), true).sidewise,
    ).toBeCloseTo(0, 12);
    const aside = splitTurn(a, frame({ x: Math.cos(0.4), y: Math.sin(0.4), z: 0 }, Z, 0), true);
    expect([aside.sidewise, aside.twist].map((value) => value.toFixed(9))).toEqual([
      '0.400000000',
      '0.000000000',
    ]);
    const both = splitTurn(a, frame({ x: Math.cos(0.2), y: 0, z: Math.sin(0.2) }, Z, -0.1));
    expect([both.sidewise, both.twist].map((value) => value.toFixed(9))).toEqual([
      '0.200000000',
      '0.100000000',
    ]);
  });

  it('of the boats: little twist, and sidewise what the canal rises', () => {
    const scene = sceneOf(jobOf('demo-swan-boats'));
    rowFrame(scene.fit.row, 0, scene.frame);
    const { sidewise, twist } = jointTurns(scene);
    expect(sidewise!.angle).toBeGreaterThan(0.005);
    expect(sidewise!.angle).toBeLessThan(0.1);
    expect(twist!.angle).toBeLessThan(0.1);
  });
});
