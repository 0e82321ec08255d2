import { fitRow } from '@coin-relay/core';
import { demoJobs, resolveRun, resolveSetOut } from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawOrder } from '../placing/order';
import { placeMatrix } from '../placing/placement-matrix';
import { moveScene, rowScene, type RowScene } from '../placing/scene';
import { intoSpace, MATRIX_NUMBERS, RowInstances } from './instances';

const scenes = demoJobs().flatMap(({ id, job }) =>
  job.runs.map((run): [string, RowScene] => {
    const resolved = resolveRun(job, run.id);
    const fit = fitRow(resolved.source, resolved.request);
    return [`${id}, ${run.id}`, rowScene(fit, resolveSetOut(job, resolved.run, fit))];
  }),
);

/** Determinant of the upper three columns of a matrix. */
function determinant(m: Float32Array, at: number): number {
  const [a, b, c, d, e, f, g, h, i] = [0, 4, 8, 1, 5, 9, 2, 6, 10].map((k) => m[at + k]);
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
}

describe('rows of solids', () => {
  it.each(scenes)('%s: all that is drawn stands where it is drawn, at any travel', (_, scene) => {
    const instances = new RowInstances(scene);
    const m = new Float64Array(6);
    for (const travel of [0, 0.37, 5, -3.2]) {
      moveScene(scene, travel);
      instances.place(7);
      const copies = scene.setOut.setOut.rows.count;
      const rigid = drawOrder(scene).filter(
        ({ what, k }) => what === 'all' && scene.pieces[pieceAt(scene, k)].mode !== 'bent',
      );
      expect(instances.groups.reduce((sum, { count }) => sum + count, 0)).toBe(rigid.length * copies);
      const places = new Set<string>();
      for (const { matrices, count } of instances.groups) {
        for (let n = 0; n < count; n++) {
          const at = n * MATRIX_NUMBERS;
          expect(determinant(matrices, at)).toBeGreaterThan(0);
          expect(matrices[at + 14]).toBe(7);
          places.add(`${matrices[at + 12].toFixed(2)} ${matrices[at + 13].toFixed(2)}`);
        }
      }
      for (const { k } of rigid.slice(0, 20)) {
        placeMatrix(scene, k, scene.pieces[pieceAt(scene, k)], 0, m);
        if (copies === 1) {
          const [x, y] = [Math.fround(m[4]).toFixed(2), Math.fround(m[5]).toFixed(2)];
          expect(places).toContain(`${x} ${y}`);
        }
      }
    }
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

function pieceAt(scene: RowScene, k: number): number {
  const { table } = scene.setOut;
  const i = k + scene.frame.firstLink;
  if (i >= 0 && i < table.count) return table.piece[i];
  const n = table.beyond.length;
  return table.beyond[((i % n) + n) % n];
}
