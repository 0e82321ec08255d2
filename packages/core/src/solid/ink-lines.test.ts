import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Map3 } from '../math';
import { extrude } from './extrude';
import { inkLines, MOST_INK_TRIANGLES, type InkLines } from './ink-lines';
import { joinLines } from './join-lines';
import type { Mesh } from './mesh';
import { meshEdges } from './mesh-edges';
import { Occluders } from './occluders';
import { ringsOf } from './rings';

const AS_IT_IS: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
const box = (x0: number, y0: number, x1: number, y1: number, low: number, high: number): Mesh =>
  extrude(ringsOf(`M${x0} ${y0}L${x1} ${y0}L${x1} ${y1}L${x0} ${y1}Z`, 0.1), low, high);
const drawn = (bodies: readonly { mesh: Mesh; map?: Map3 }[], withHidden = false): InkLines[] =>
  inkLines(
    bodies.map(({ mesh, map = AS_IT_IS }) => ({ mesh, map, edges: meshEdges(mesh) })),
    withHidden,
  );
const lengthOf = (lines: readonly Float64Array[]): number =>
  lines.reduce((sum, line) => {
    for (let i = 2; i < line.length; i += 2)
      sum += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
    return sum;
  }, 0);

/** Right, up and towards who looks: the isometric view of ISO 5456-3. */
const [S2, S3, S6] = [Math.SQRT1_2, 1 / Math.sqrt(3), 1 / Math.sqrt(6)];
const ISOMETRIC: Map3 = [S2, 0, -S2, 0, -S6, 2 * S6, -S6, 0, S3, S3, S3, 0];

describe('bodies in ink', () => {
  it('a cube from a corner: nine edges are seen and three hidden, each √(2/3) as long as it is (ISO 5456-3)', () => {
    const [{ seen, hidden }] = drawn([{ mesh: box(0, 0, 30, 30, 0, 30), map: ISOMETRIC }], true);
    const edge = 30 * Math.sqrt(2 / 3);
    expect(lengthOf(seen)).toBeCloseTo(9 * edge, 9);
    expect(lengthOf(hidden)).toBeCloseTo(3 * edge, 9);
    expect(drawn([{ mesh: box(0, 0, 30, 30, 0, 30), map: ISOMETRIC }])[0].hidden).toEqual([]);
  });

  it('a bar before another hides just what is behind it', () => {
    const behind = box(0, 0, 100, 10, 0, 5);
    const before = box(40, -20, 60, 30, 20, 25);
    const [{ seen, hidden }, over] = drawn([{ mesh: behind }, { mesh: before }], true);
    // Seen along z the edges of both of its faces lie on one another.
    expect(lengthOf(seen)).toBeCloseTo(2 * (40 + 40) + 2 * 10, 4);
    expect(lengthOf(over.seen)).toBeCloseTo(2 * (20 + 50), 6);
    expect(lengthOf(hidden)).toBeGreaterThan(2 * 20 - 1e-6);
  });

  it('what touches it, or lies in the same plane, hides nothing', () => {
    const [a, b] = drawn([{ mesh: box(0, 0, 10, 10, 0, 5) }, { mesh: box(10, 0, 20, 10, 0, 5) }]);
    expect([lengthOf(a.seen), lengthOf(b.seen)]).toEqual([expect.closeTo(40, 9), expect.closeTo(40, 9)]);
  });

  it('of what is round the rim is drawn, not its facets', () => {
    const steps = 64;
    const ring = Array.from({ length: steps }, (_, i) => {
      const angle = (2 * Math.PI * i) / steps;
      return `${i === 0 ? 'M' : 'L'}${10 * Math.cos(angle)} ${10 * Math.sin(angle)}`;
    }).join('');
    const rod = extrude(ringsOf(`${ring}Z`, 0.01), 0, 40);
    // Looked at from the side: two rims that are seen as lines, and two sides.
    const side: Map3 = [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0];
    const [{ seen }] = drawn([{ mesh: rod, map: side }]);
    expect(lengthOf(seen)).toBeCloseTo(2 * 20 + 2 * 40, 0);
  });

  it('what is told as hidden is behind a triangle, and what is seen behind none (asked point by point)', () => {
    const corner = fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: -50, max: 50 })));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(corner, corner, corner), { minLength: 1, maxLength: 12 }),
        corner,
        corner,
        (triangles, a, b) => {
          const p = Float64Array.from(triangles.flat(2));
          const parts = new Occluders(p).hidden(a[0], a[1], a[2], b[0], b[1], b[2]);
          for (let k = 0; k <= 40; k++) {
            const t = (k + 0.37) / 41;
            const [x, y, z] = a.map((value, c) => value + t * (b[c] - value));
            const margin = Math.min(...parts.map((end) => Math.abs(end - t)), 1);
            const depths = triangles.map((corners) => depthAt(corners, x, y));
            const nearRim = depths.some(({ rim }) => rim < 0.02);
            const onFace = depths.some(({ z: face }) => face !== null && Math.abs(face - z) < 0.02);
            if (margin < 1e-6 || nearRim || onFace) continue;
            const behind = depths.some(({ z: face }) => face !== null && face > z);
            const told = parts.some((end, i) => i % 2 === 0 && t > end && t < parts[i + 1]);
            expect(told).toBe(behind);
          }
        },
      ),
    );
  });

  it('more triangles than can be drawn are refused, with what to do', () => {
    const mesh = { positions: new Float64Array(9), triangles: new Uint32Array(3 * MOST_INK_TRIANGLES + 3) };
    const edges = {
      sides: new Int32Array(0),
      sharp: new Uint8Array(0),
      closed: true,
    };
    expect(() => inkLines([{ mesh, edges, map: AS_IT_IS }], false)).toThrow(
      /1,500,001 triangles are more than 1,500,000 .* Let what is round be off by more/,
    );
  });
});

/** How high a triangle is at a place seen along z, null beside it; and how near its rim that is. */
function depthAt(
  corners: readonly (readonly number[])[],
  x: number,
  y: number,
): { z: number | null; rim: number } {
  const [a, b, c] = corners;
  const cross = (p: readonly number[], q: readonly number[]): number =>
    (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]);
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const parts = [cross(b, c), cross(c, a), cross(a, b)];
  const rim = Math.min(
    ...[
      [b, c],
      [c, a],
      [a, b],
    ].map(([p, q], i) => Math.abs(parts[i]) / (Math.hypot(q[0] - p[0], q[1] - p[1]) || 1)),
  );
  if (area === 0 || parts.some((part) => part * area < 0)) return { z: null, rim };
  return { z: (parts[0] * a[2] + parts[1] * b[2] + parts[2] * c[2]) / area, rim };
}

describe('lines that are joined', () => {
  it('go on where they meet, without corners where they go straight on', () => {
    expect(joinLines([0, 0, 1, 0, 2, 0, 1, 0, 2, 0, 2, 3]).map((line) => [...line])).toEqual([
      [0, 0, 2, 0, 2, 3],
    ]);
    expect(joinLines([0, 0, 1, 0, 5, 5, 6, 6])).toHaveLength(2);
    expect(joinLines([1, 1, 1, 1])).toEqual([]);
  });

  it('a ring is one line that ends where it begins', () => {
    const [ring, ...others] = joinLines([0, 0, 1, 0, 1, 0, 1, 1, 1, 1, 0, 0]);
    expect(others).toEqual([]);
    expect([...ring.slice(0, 2)]).toEqual([...ring.slice(-2)]);
  });
});
