import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { extrude } from './extrude';
import { measureMesh } from './measure';
import { bar } from './revolve';
import { splitAlong } from './split';

describe('a solid that is to be bent', () => {
  it('is cut so that no edge is longer along x than a step, and stays what it was (property)', () => {
    const plate = extrude([Float64Array.of(0, 0, 30, 2, 28, 9, 3, 7)], -2, 2, 0.4);
    const round = bar(-3, 25, 4, 0.1, 0.5);
    fc.assert(
      fc.property(fc.double({ min: 1.5, max: 40, noNaN: true }), (step) => {
        for (const mesh of [plate, round]) {
          const cut = splitAlong(mesh, step);
          const [before, after] = [measureMesh(mesh), measureMesh(cut)];
          expect([after.openEdges, after.euler]).toEqual([0, before.euler]);
          expect(after.volume / before.volume).toBeCloseTo(1, 9);
          expect(after.area / before.area).toBeCloseTo(1, 9);
          let longest = 0;
          for (let i = 0; i < cut.triangles.length; i++) {
            const [a, b] = [cut.triangles[i], cut.triangles[i % 3 === 2 ? i - 2 : i + 1]];
            longest = Math.max(longest, Math.abs(cut.positions[3 * a] - cut.positions[3 * b]));
          }
          expect(longest).toBeLessThanOrEqual(step + 1e-9);
        }
      }),
      { numRuns: 15 },
    );
  });
});
