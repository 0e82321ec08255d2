import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ShapeKeys, type ShapeKeyed } from './shape-keys';

function keyed(frames: readonly Float32Array[], most: number): ShapeKeyed {
  const keys = new ShapeKeys(most);
  for (const frame of frames) keys.add(frame);
  return keys.finish();
}

/** The shape at a frame as readers of morph targets have it: straight between the keys before it and after it. */
function shapeAt({ at, shapes }: ShapeKeyed, f: number): number[] {
  const i = Math.max(
    0,
    at.findLastIndex((key) => key <= f),
  );
  const next = Math.min(i + 1, at.length - 1);
  const t = next === i ? 0 : (f - at[i]) / (at[next] - at[i]);
  return Array.from(shapes[i], (value, n) => value + t * (shapes[next][n] - value));
}

describe('keys of a shape', () => {
  it('no corner strays further than it may at any frame, and what is said to stray is the most that any does', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(...[0, 1, 2].map(() => fc.float({ min: -10, max: 10, noNaN: true }))), {
          minLength: 1,
          maxLength: 90,
        }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (corners, most) => {
          const frames = corners.map((corner) => Float32Array.from(corner));
          const found = keyed(frames, most);
          expect([found.at[0], found.at.at(-1)]).toEqual([0, frames.length - 1]);
          let worst = 0;
          frames.forEach((frame, f) => {
            const shape = shapeAt(found, f);
            worst = Math.max(worst, Math.hypot(...shape.map((value, n) => value - frame[n])));
          });
          expect(worst).toBeLessThanOrEqual(most + 1e-5);
          expect(found.stray).toBeCloseTo(worst, 4);
        },
      ),
    );
  });

  it('what stands still has two keys, what goes straight too, what turns once more', () => {
    const at = (values: readonly number[]): ShapeKeyed =>
      keyed(
        values.map((x) => Float32Array.of(x, 0, 0)),
        1e-6,
      );
    expect(at([5, 5, 5, 5]).at).toEqual([0, 3]);
    expect(at([0, 1, 2, 3, 4]).at).toEqual([0, 4]);
    expect(at([0, 1, 2, 1, 0]).at).toEqual([0, 2, 4]);
    expect(at([7]).at).toEqual([0]);
  });

  it('a circle takes as many keys as its sagitta asks for', () => {
    const frames = Array.from({ length: 241 }, (_, f) =>
      Float32Array.of(10 * Math.cos((2 * Math.PI * f) / 240), 10 * Math.sin((2 * Math.PI * f) / 240), 0),
    );
    const { at, stray } = keyed(frames, 0.1);
    // s = r (1 − cos(φ/2)): of 240 frames 10 make φ = 0.262 and s = 0.086, 11 would make 0.104.
    expect(at).toHaveLength(25);
    expect(stray).toBeCloseTo(10 * (1 - Math.cos(Math.PI / 24)), 4);
  });
});
