import { fitRow } from '@coin-relay/core';
import {
  demoJobs,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  plainUpright,
  resolveRun,
  resolveSetOut,
} from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rowCopies } from '../placing/copies';
import { drawOrder } from '../placing/order';
import { placeMatrix } from '../placing/placement-matrix';
import { placeInSpace } from '../placing/space-placement';
import { moveScene, pieceNumberAt, rowScene, type RowScene } from '../placing/scene';
import { intoSpace, RowInstances } from './instances';
import { MATRIX_NUMBERS } from './solid-group';
import { makeMaster } from './masters';
import { stiffRow } from './stiff-row';

const scenes = demoJobs().flatMap(({ id, job }) =>
  job.runs.map((run): [string, RowScene] => {
    const resolved = resolveRun(job, run.id);
    const fit = fitRow(resolved.source, resolved.request);
    return [`${id}, ${run.id}`, rowScene(fit, resolveSetOut(job, resolved.run, fit))];
  }),
);

/** What a hand did to a place. */
const ASIDE = { turn: 0, along: 1.2, out: -0.7, roll: 0.4 };

/** Determinant of the upper three columns of a matrix. */
function determinant(m: Float32Array, at: number): number {
  const [a, b, c, d, e, f, g, h, i] = [0, 4, 8, 1, 5, 9, 2, 6, 10].map((k) => m[at + k]);
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
}

describe('rows of solids', () => {
  it.each(scenes.filter(([, { setOut }]) => setOut.stand === null))(
    '%s: all that is drawn stands where it is drawn, at any travel',
    (_, scene) => {
      const instances = new RowInstances(scene);
      const [m, drawn] = [new Float64Array(6), new Float32Array(MATRIX_NUMBERS)];
      const words = (matrices: Float32Array, at: number): string =>
        [...matrices.subarray(at, at + MATRIX_NUMBERS)].join(' ');
      for (const travel of [0, 0.37, 5, -3.2]) {
        moveScene(scene, travel);
        instances.place(7);
        const stands: string[] = [];
        for (const { matrices, count } of instances.groups) {
          for (let n = 0; n < count; n++) {
            expect(determinant(matrices, n * MATRIX_NUMBERS)).toBeGreaterThan(0);
            stands.push(words(matrices, n * MATRIX_NUMBERS));
          }
        }
        const expected: string[] = [];
        for (const { k, what } of drawOrder(scene)) {
          const piece = scene.pieces[pieceNumberAt(scene, k)];
          if (what !== 'all' || piece.mode === 'bent') continue;
          for (const row of rowCopies(scene.setOut.setOut.rows)) {
            placeMatrix(scene, k, piece, row, m);
            intoSpace(m, 7, drawn, 0);
            expected.push(words(drawn, 0));
          }
        }
        expect(stands.sort()).toEqual(expected.sort());
      }
    },
  );

  it('rows written in one go stand where their pieces are placed one by one', () => {
    let looked = 0;
    for (const twist of [0, Math.PI])
      for (const side of [true, false]) {
        const { job } = structuredClone(demoJobs().find(({ id }) => id === 'demo-counterweight-chain')!);
        for (const piece of job.pieces)
          piece.setting = { ...PLAIN_SETTING, line: 2, out: 3, along: -1.5, lift: 4, scale: 0.9, flip: side };
        job.runs[0].upright = {
          ...plainUpright(undefined),
          roll: 0.3,
          alternate: Math.PI / 2,
          twist,
          across: 6,
        };
        job.runs[0].setOut = {
          ...PLAIN_SET_OUT,
          rows: { count: 2, spacing: 20 },
          byHand: [
            { id: 'h', at: { by: 'index', index: 3 }, leftOut: false, piece: null, ...ASIDE },
            { id: 'g', at: { by: 'index', index: 5 }, leftOut: true, piece: null, ...ASIDE },
          ],
        };
        const resolved = resolveRun(job, job.runs[0].id);
        const fit = fitRow(resolved.source, resolved.request);
        const scene = rowScene(fit, resolveSetOut(job, resolved.run, fit));
        expect(stiffRow(scene)).not.toBeNull();
        const instances = new RowInstances(scene);
        const one = new Float64Array(12);
        for (const travel of [0, 0.4, -17.3, fit.count + 2.6]) {
          moveScene(scene, travel);
          instances.place(7);
          const next = new Map(instances.groups.map((group) => [group, 0]));
          for (const row of rowCopies(scene.setOut.setOut.rows))
            for (let k = 0; k < scene.frame.links; k++) {
              const number = pieceNumberAt(scene, k);
              if (number < 0) continue;
              placeInSpace(scene, scene.setOut.stand!, k, scene.pieces[number], row, one);
              const group = instances.groups.find((each) => each.number === number)!;
              const at = next.get(group)!;
              next.set(group, at + 1);
              for (let c = 0; c < 12; c++) {
                const m = group.matrices[at * MATRIX_NUMBERS + 4 * Math.floor(c / 3) + (c % 3)];
                expect(Math.abs(m - one[c])).toBeLessThan(1e-4);
              }
              expect(group.places[at]).toBe(k + scene.frame.firstLink);
              looked++;
            }
          for (const [group, at] of next) expect(group.count).toBe(at);
        }
      }
    expect(looked).toBeGreaterThan(100);
  });

  it('rolled in turn they stand after two pitches as at first, with an odd count too once its turn is spread', () => {
    const { job } = structuredClone(demoJobs().find(({ id }) => id === 'demo-counterweight-chain')!);
    for (const [count, twist] of [
      [28, 0],
      [29, Math.PI / 2],
    ]) {
      job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, count };
      job.runs[0].upright = { ...job.runs[0].upright!, twist };
      const resolved = resolveRun(job, 'row');
      const fit = fitRow(resolved.source, resolved.request);
      const scene = rowScene(fit, resolveSetOut(job, resolved.run, fit));
      const instances = new RowInstances(scene);
      /** Where each link is and which way, and the plane of its ring: what is turned by half a turn looks the same. */
      const seen = (travel: number): string[] => {
        moveScene(scene, travel);
        instances.place(0);
        const [{ matrices: m, count: many }] = instances.groups;
        return Array.from({ length: many }, (_, n) => {
          const at = n * MATRIX_NUMBERS;
          const plane = [4, 5, 6].map((i) => m[at + i] * (m[at + 6] < 0 ? -1 : 1));
          return [0, 1, 2, 12, 13, 14]
            .map((i) => m[at + i])
            .concat(plane)
            .map((value) => (Math.round(value * 50) / 50 + 0).toFixed(2))
            .join(' ');
        }).sort();
      };
      const first = seen(0.3);
      expect(seen(2.3)).toEqual(first);
      expect(seen(0.3 + 2 * count)).toEqual(first);
      expect(seen(1.3)).not.toEqual(first);
    }
  });

  it('what a boundary cuts away is not there, and what it may cut is marked', () => {
    const { job } = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!);
    job.paths.push({ kind: 'outline', id: 'wall', name: 'Wall', data: 'M-900 -900H100.5V900H-900Z' });
    const countOf = (keep: 'inside' | 'outside'): [whole: number, near: number] => {
      job.runs[0].setOut = { ...PLAIN_SET_OUT, boundary: { path: 'wall', keep, how: 'cut' } };
      const resolved = resolveRun(job, job.runs[0].id);
      const fit = fitRow(resolved.source, resolved.request);
      const instances = new RowInstances(rowScene(fit, resolveSetOut(job, resolved.run, fit)));
      instances.place(0);
      const near = instances.groups.reduce(
        (sum, group) => sum + group.near.subarray(0, group.count).filter((each) => each === 1).length,
        0,
      );
      return [instances.groups.reduce((sum, { count }) => sum + count, 0) - near, near];
    };
    const [inside, outside] = [countOf('inside'), countOf('outside')];
    // Those that may be cut are there on both sides: a few round each of two places where the chain goes through.
    expect(inside[1]).toBe(outside[1]);
    expect(inside[1]).toBeGreaterThanOrEqual(2);
    expect(inside[1]).toBeLessThanOrEqual(8);
    expect(inside[0] + inside[1] + outside[0]).toBe(90);
    expect(Math.min(inside[0], outside[0])).toBeGreaterThan(10);
  });

  it('what reaches out to a path ends on it, as thick as it is made', () => {
    const scene = scenes.find(([name]) => name === 'demo-coin-slide, hangers')![1];
    const instances = new RowInstances(scene);
    // The ceiling beam, by hand: two straight lines.
    const beamAt = (x: number): number =>
      x < 320 ? 260 + ((x + 40) * 40) / 360 : 300 - ((x - 320) * 40) / 420;
    let looked = 0;
    for (const travel of [0, 0.4]) {
      moveScene(scene, travel);
      instances.place(-8);
      for (const { number, wire, matrices, stretched, count } of instances.groups) {
        const { piece, span } = scene.pieces[number];
        const { parts } = makeMaster({ kind: 'piece', piece, span, wire }, 0.2);
        for (let n = 0; n < count; n++) {
          const top = { y: -Infinity, x: 0 };
          for (const { mesh, elongates } of parts) {
            const m = (elongates ? stretched![elongates] : matrices).subarray(n * MATRIX_NUMBERS);
            // In depth nothing grows.
            expect(m[10]).toBeCloseTo(matrices[n * MATRIX_NUMBERS + 10], 6);
            for (let i = 0; i < mesh.positions.length; i += 3) {
              const [x, y] = [mesh.positions[i], mesh.positions[i + 1]];
              const at = { x: m[0] * x + m[4] * y + m[12], y: m[1] * x + m[5] * y + m[13] };
              if (at.y > top.y) Object.assign(top, at);
            }
          }
          // Its whole width comes up to the beam, which it meets in its middle.
          expect(Math.abs(top.y - beamAt(top.x))).toBeLessThan(1.5);
          looked++;
        }
      }
    }
    expect(looked).toBeGreaterThan(10);
  });

  it('a map of the plane keeps what it says of the plane, and never turns a solid inside out (property)', () => {
    const number = fc.double({ min: -100, max: 100, noNaN: true });
    fc.assert(
      fc.property(fc.array(number, { minLength: 6, maxLength: 6 }), number, (m, z) => {
        fc.pre(Math.abs(m[0] * m[3] - m[1] * m[2]) > 1e-3);
        const out = new Float32Array(MATRIX_NUMBERS);
        intoSpace(m, z, out, 0);
        expect([out[0], out[1], out[4], out[5], out[12], out[13]]).toEqual(m.map(Math.fround));
        expect(determinant(out, 0)).toBeGreaterThan(0);
        // As thick in depth as it is across.
        expect(Math.abs(out[10])).toBeCloseTo(Math.hypot(m[2], m[3]), 3);
      }),
    );
  });
});
