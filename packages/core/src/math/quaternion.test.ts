import fc from 'fast-check';
import { Euler, Matrix4, Quaternion } from 'three';
import { describe, expect, it } from 'vitest';
import { quaternionOf, setDown } from '.';

describe('a turn as a quaternion', () => {
  it('is the one that three makes of the same turn (property)', () => {
    const angle = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
    const quarter = fc.constantFrom(0, Math.PI / 2, Math.PI, -Math.PI / 2, 1e-9);
    const any = fc.oneof(angle, quarter);
    fc.assert(
      fc.property(any, any, any, (x, y, z) => {
        const m = setDown({ x, y, z }, { x: 0, y: 0, z: 0 });
        const found = quaternionOf(m);
        expect(Math.hypot(...found)).toBeCloseTo(1, 12);
        expect(found[3]).toBeGreaterThanOrEqual(0);
        const expected = new Quaternion().setFromRotationMatrix(
          new Matrix4().makeRotationFromEuler(new Euler(x, y, z, 'ZYX')),
        );
        // A quaternion and its negative are the same turn.
        const dot = Math.abs(expected.dot(new Quaternion(...found)));
        expect(dot).toBeCloseTo(1, 12);
      }),
      { numRuns: 500, seed: 5 },
    );
  });
});
