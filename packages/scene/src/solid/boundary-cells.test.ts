import { isInside } from '@coin-relay/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundaryCells, CELL_NUMBERS, EDGE_NUMBERS, INSIDE, type BoundaryCells } from './boundary-cells';

/** The side of a point as it is told from its cell alone: by how many edges lie between it and a place that is known. */
function sideByCell({ x, y, size, columns, rows, cells, edges }: BoundaryCells, px: number, py: number) {
  const [column, row] = [Math.floor((px - x) / size), Math.floor((py - y) / size)];
  if (column < 0 || row < 0 || column >= columns || row >= rows) return { inside: false, looked: 0 };
  const [first, counted, cx, cy] = cells.subarray(CELL_NUMBERS * (row * columns + column));
  const many = Math.floor(counted);
  let inside = counted - many >= INSIDE;
  const cross = (ax: number, ay: number, bx: number, by: number): boolean => ax * by - ay * bx >= 0;
  for (let e = first; e < first + many; e++) {
    const [ax, ay, bx, by] = edges.subarray(EDGE_NUMBERS * e);
    const apart =
      cross(cx - px, cy - py, ax - px, ay - py) !== cross(cx - px, cy - py, bx - px, by - py) &&
      cross(bx - ax, by - ay, px - ax, py - ay) !== cross(bx - ax, by - ay, cx - ax, cy - ay);
    if (apart) inside = !inside;
  }
  return { inside, looked: many };
}

describe('a boundary in cells', () => {
  it('tells the side of any point as the whole of it does', () => {
    // Corners on a grid, so that they often meet, and points that never lie on an edge between them.
    const quarters = (min: number, max: number, off: number) =>
      fc.integer({ min, max }).map((value) => Math.fround(value / 4 + off));
    const placed = (off: number) =>
      fc.record({ x: quarters(-800, 800, off), y: quarters(-200, 600, off * 0.7) });
    const corner = placed(0);
    const point = placed(0.0371);
    fc.assert(
      fc.property(
        fc.array(corner, { minLength: 3, maxLength: 40 }),
        fc.array(point, { minLength: 20, maxLength: 40 }),
        (corners, points) => {
          const area = Float64Array.from(corners.flatMap(({ x, y }) => [x, y]));
          const cells = boundaryCells(area);
          for (const { x, y } of points) expect(sideByCell(cells, x, y).inside).toBe(isInside(area, x, y));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('of a round one of 600 corners few edges are looked at, wherever a point is', () => {
    const many = 600;
    const area = Float64Array.from({ length: 2 * many }, (_, i) => {
      const angle = (2 * Math.PI * Math.floor(i / 2)) / many;
      return i % 2 === 0 ? 5000 + 250 * Math.cos(angle) : 250 * Math.sin(angle);
    });
    const cells = boundaryCells(area);
    for (let i = 0; i < 4000; i++) {
      const [r, angle] = [250 * (0.9 + 0.2 * ((i * 0.618) % 1)), i * 0.7];
      const [x, y] = [5000 + r * Math.cos(angle), r * Math.sin(angle)];
      const { inside, looked } = sideByCell(cells, x, y);
      expect(inside).toBe(isInside(area, x, y));
      expect(looked).toBeLessThan(12);
    }
    expect(sideByCell(cells, 0, 0)).toEqual({ inside: false, looked: 0 });
  });

  it('of no width at all nothing is inside', () => {
    const cells = boundaryCells(Float64Array.of(1, 1, 1, 1, 1, 1));
    expect(sideByCell(cells, 1, 1).inside).toBe(false);
    expect(cells.cells.every(Number.isFinite)).toBe(true);
  });
});
