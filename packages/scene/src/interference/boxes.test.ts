import fc from 'fast-check';
import { Euler, Matrix3, Matrix4, Vector3 } from 'three';
import { OBB } from 'three/examples/jsm/math/OBB.js';
import { describe, expect, it } from 'vitest';
import { boxDepth, type SpaceBox } from './boxes';

interface Made {
  readonly ours: SpaceBox;
  readonly theirs: OBB;
}

function box(half: readonly number[], middle: readonly number[], turns: readonly number[] = [0, 0, 0]): Made {
  const turned = new Matrix4().makeRotationFromEuler(new Euler(turns[0], turns[1], turns[2]));
  const axes = [0, 1, 2].map((i) => new Vector3().setFromMatrixColumn(turned, i).toArray());
  return {
    ours: { middle, axes, half },
    theirs: new OBB(new Vector3(...middle), new Vector3(...half), new Matrix3().setFromMatrix4(turned)),
  };
}
const depth = (a: Made, b: Made): number => boxDepth(a.ours, b.ours);

describe('how deep boxes lie in each other', () => {
  it('by hand: face to face, a corner, an edge over an edge', () => {
    const cube = box([5, 5, 5], [0, 0, 0]);
    expect(depth(cube, box([5, 5, 5], [8, 1, -1]))).toBeCloseTo(2, 12);
    expect(depth(cube, box([5, 5, 5], [10, 0, 0]))).toBe(0);
    expect(depth(cube, box([5, 5, 5], [12, 0, 0]))).toBe(0);
    // Turned by an eighth, its edge is 5 √2 from its middle.
    expect(depth(cube, box([5, 5, 5], [11, 0, 0], [0, 0, Math.PI / 4]))).toBeCloseTo(
      5 + 5 * Math.SQRT2 - 11,
      12,
    );
    // Two long bars that cross edge over edge: along the way across both edges they are as deep as their edges reach.
    const low = box([100, 5, 5], [0, 0, 0], [Math.PI / 4, 0, 0]);
    const over = box([5, 100, 5], [0, 0, 13], [0, Math.PI / 4, 0]);
    expect(depth(low, over)).toBeCloseTo(10 * Math.SQRT2 - 13, 12);
    expect(depth(low, box([5, 100, 5], [0, 0, 14.2], [0, Math.PI / 4, 0]))).toBe(0);
  });

  it('they are apart where three.js says so, and the same both ways (property)', () => {
    const number = (most: number): fc.Arbitrary<number> => fc.double({ min: -most, max: most, noNaN: true });
    const three = (of: fc.Arbitrary<number>): fc.Arbitrary<number[]> =>
      fc.array(of, { minLength: 3, maxLength: 3 });
    const any = fc
      .tuple(three(fc.double({ min: 0.5, max: 12, noNaN: true })), three(number(15)), three(number(Math.PI)))
      .map(([half, middle, turns]) => box(half, middle, turns));
    let meet = 0;
    fc.assert(
      fc.property(any, any, (a, b) => {
        const deep = depth(a, b);
        expect(depth(b, a)).toBeCloseTo(deep, 9);
        if (deep > 1e-6) expect(a.theirs.intersectsOBB(b.theirs)).toBe(true);
        if (deep === 0) expect(a.theirs.intersectsOBB(b.theirs, 0)).toBe(false);
        if (deep > 0) meet++;
        // Moved so far along some way they are clear: no way is shorter than the one that is told.
        const way = new Vector3(...b.ours.middle).sub(new Vector3(...a.ours.middle)).normalize();
        if (deep > 1e-6 && way.length() > 0) {
          const near = new Vector3(...b.ours.middle).addScaledVector(way, deep * 0.98).toArray();
          expect(boxDepth(a.ours, { ...b.ours, middle: near })).toBeGreaterThan(0);
        }
      }),
      { numRuns: 500, seed: 12 },
    );
    expect(meet).toBeGreaterThan(100);
  });
});
