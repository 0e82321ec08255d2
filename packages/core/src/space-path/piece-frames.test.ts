import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, placeArcs, spaceSource } from '../fit';
import { angle3, cross3, dot3, length3, sub3 } from '../math';
import { measurePath, parsePathData } from '../path';
import { helixPath, holonomy, measureSpacePath, pieceFrames, roundedPath, type PieceFrame } from '.';

const loop = measureSpacePath(
  roundedPath(
    [
      { x: 0, y: 0, z: 0, radius: 60 },
      { x: 300, y: 0, z: 160, radius: 60 },
      { x: 320, y: 260, z: 0, radius: 60 },
      { x: -20, y: 240, z: 150, radius: 60 },
    ],
    true,
  ),
);
const even = (many: number, length: number, from = 0): number[] =>
  Array.from({ length: many }, (_, i) => from + (i * length) / many);

function expectFrames(frames: readonly PieceFrame[]): void {
  for (const { x, y, z } of frames) {
    for (const axis of [x, y, z]) expect(Math.abs(length3(axis) - 1)).toBeLessThan(1e-12);
    for (const [a, b] of [
      [x, y],
      [y, z],
      [z, x],
    ])
      expect(Math.abs(dot3(a, b))).toBeLessThan(1e-12);
    // The determinant of the three.
    expect(Math.abs(dot3(cross3(x, y), z) - 1)).toBeLessThan(1e-12);
  }
}

describe('frames of pieces', () => {
  it('are at right angles, and turn as little from the last to the first as from any to the next', () => {
    expect(Math.abs(holonomy(loop))).toBeGreaterThan(0.3);
    const { frames } = pieceFrames(loop, even(120, loop.length, 3), true, { by: 'least-twist' });
    expectFrames(frames);
    const steps = frames.map(({ y }, i) => angle3(y, frames[(i + 1) % 120].y));
    const last = steps[119];
    expect(last).toBeLessThan(Math.max(...steps.slice(0, 119)) * 1.01);
    expect(Math.max(...steps)).toBeLessThan(0.2);
  });

  it('in the plane of the drawing stand towards who looks at it', () => {
    const circle = measurePath(parsePathData('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z')[0]);
    const { frames } = pieceFrames(circle, even(12, circle.length), true, { by: 'least-twist' });
    expectFrames(frames);
    for (const { y } of frames) expect(length3(sub3(y, { x: 0, y: 0, z: 1 }))).toBeLessThan(1e-12);
  });

  it('with up fixed lean with the slope of a helix, and nowhere else', () => {
    const helix = spaceSource({
      kind: 'pieces',
      contour: helixPath({ from: 40, to: 40, rise: 90, turns: 2, hand: 'ccw' }),
    });
    const fit = fitRow(helix, { ...DEFAULT_REQUEST, pitch: 10 });
    const { path } = fit.layout;
    const { frames } = pieceFrames(path, placeArcs(fit, 0), false, { by: 'fixed', up: { x: 0, y: 0, z: 2 } });
    expectFrames(frames);
    expect(frames).toHaveLength(fit.count);
    const [first] = frames;
    for (const { y, z } of frames) {
      expect(y.z).toBeCloseTo(first.y.z, 9);
      // What is square to chord and up lies level.
      expect(Math.abs(z.z)).toBeLessThan(1e-12);
    }
  });

  it('up along the path is gone over to the least twist there, and said where', () => {
    const bent = measureSpacePath(
      roundedPath(
        [
          { x: 0, y: 0, z: 0, radius: 0 },
          { x: 100, y: 0, z: 0, radius: 10 },
          { x: 100, y: 0, z: 100, radius: 0 },
        ],
        false,
      ),
    );
    const by = (z: number) => pieceFrames(bent, even(40, 180), false, { by: 'fixed', up: { x: 0, y: 0, z } });
    const { frames, lost } = by(1);
    expectFrames(frames);
    // Up the upright leg, but for the last 15 degrees of its bend: its length is 100 + 100 − 20 + 5 π.
    expect(lost).toHaveLength(1);
    expect(lost[0].from).toBeGreaterThan(90 + (75 / 180) * 10 * Math.PI - 1);
    expect(lost[0].from).toBeLessThan(90 + 5 * Math.PI);
    expect(lost[0].to).toBeCloseTo(bent.length, 6);
    // There it stands as the bend leaves it: away from where the path comes from.
    expect(angle3(frames[38].y, { x: -1, y: 0, z: 0 })).toBeLessThan(1e-9);
    expect(() => by(0)).toThrow(/not all zero/);
    const straight = measureSpacePath(
      roundedPath(
        [
          { x: 0, y: 0, z: 0, radius: 0 },
          { x: 0, y: 0, z: 90, radius: 0 },
        ],
        false,
      ),
    );
    expect(() =>
      pieceFrames(straight, even(9, 90), false, { by: 'fixed', up: { x: 0, y: 0, z: 1 } }),
    ).toThrow(/runs along what is to be up all the way/);
  });
});
