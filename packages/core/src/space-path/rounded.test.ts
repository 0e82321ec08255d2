import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { angle3, length3, sub3 } from '../math';
import type { MeasuredPath } from '../path';
import { measureSpacePath, roundedPath } from '.';
import { readAt } from './space-path.testing';

describe('points in space with rounded corners', () => {
  const corner = fc.record({
    x: fc.integer({ min: -500, max: 500 }),
    y: fc.integer({ min: -500, max: 500 }),
    z: fc.integer({ min: -500, max: 500 }),
  });

  it('are as long as their legs, less 2 r tan(w / 2) − r w a corner, and turn nowhere at once', () => {
    let rounded = 0;
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 7 }), fc.boolean(), (places, closed) => {
        const points = places.map((p) => ({ ...p, radius: 9 }));
        let path: MeasuredPath;
        try {
          path = measureSpacePath(roundedPath(points, closed));
        } catch (error) {
          expect(error).toBeInstanceOf(RelayError);
          return;
        }
        rounded++;
        const many = points.length;
        let expected = 0;
        points.forEach((p, i) => {
          if (closed || i + 1 < many) expected += length3(sub3(points[(i + 1) % many], p));
          if (!closed && (i === 0 || i + 1 === many)) return;
          const [a, b] = [points[(i + many - 1) % many], points[(i + 1) % many]];
          const w = angle3(sub3(p, a), sub3(b, p));
          expected -= 9 * (2 * Math.tan(w / 2) - w);
        });
        expect(Math.abs(path.length / expected - 1)).toBeLessThan(1e-9);
        for (const s of path.starts.subarray(1, -1))
          expect(angle3(readAt(path, s - 1e-7).way, readAt(path, s + 1e-7).way)).toBeLessThan(1e-6);
      }),
      { numRuns: 300 },
    );
    expect(rounded).toBeGreaterThan(150);
  });

  it('a closed one begins at its first point, or behind the rounding there', () => {
    for (const [radius, x] of [
      [0, 0],
      [10, 10],
    ]) {
      const corners = [
        [0, 0],
        [100, 0],
        [100, 100],
        [0, 100],
      ];
      const path = measureSpacePath(
        roundedPath(
          corners.map(([px, py]) => ({ x: px, y: py, z: 7, radius })),
          true,
        ),
      );
      expect(length3(sub3(readAt(path, 0).at, { x, y: 0, z: 7 }))).toBeLessThan(1e-12);
      expect(readAt(path, 1).way.x).toBeCloseTo(1, 12);
    }
  });

  it('a corner is rounded in the plane of its legs, at its radius', () => {
    const points = [
      { x: 0, y: 0, z: 0, radius: 0 },
      { x: 100, y: 0, z: 0, radius: 20 },
      { x: 100, y: 0, z: 80, radius: 0 },
    ];
    const path = measureSpacePath(roundedPath(points, false));
    expect(path.length).toBeCloseTo(80 + 10 * Math.PI + 60, 10);
    const middle = readAt(path, 80 + 5 * Math.PI);
    expect(
      length3(sub3(middle.at, { x: 80 + 20 * Math.SQRT1_2, y: 0, z: 20 - 20 * Math.SQRT1_2 })),
    ).toBeLessThan(1e-9);
    expect(middle.bend).toBeCloseTo(1 / 20, 12);
  });

  it.each([
    [[[1, 2, 3]], false, /at least 2 points that lie apart; there is 1/],
    [
      [
        [1, 2, 3],
        [1, 2, 3],
        [1, 2, 3],
      ],
      false,
      /at least 2 points/,
    ],
    [
      [
        [0, 0, 0],
        [9, 0, 0],
        [0, 0, 0],
      ],
      true,
      /at least 3 points that lie apart; there are 2/,
    ],
    [
      [
        [0, 0, 0],
        [50, 0, 0],
        [10, 0, 0],
      ],
      false,
      /At point 2 the path turns straight back/,
    ],
    [
      [
        [0, 0, 0],
        [5, 0, 0],
        [5, 0, 50],
      ],
      false,
      /only 5 mm lie between them. Make the radius at point 2 smaller/,
    ],
    [
      [
        [0, 0, 0],
        [2e7, 0, 0],
        [5, 0, 50],
      ],
      false,
      /beyond 10 km/,
    ],
    [
      [
        [0, 0, 0],
        [NaN, 0, 0],
        [5, 0, 50],
      ],
      false,
      /not a number/,
    ],
  ] as const)('%j that cannot be say why', (places, closed, words) => {
    const points = places.map(([x, y, z]) => ({ x, y, z, radius: 9 }));
    expect(() => measureSpacePath(roundedPath(points, closed))).toThrow(words);
  });
});
