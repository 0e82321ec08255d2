import { isInside } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';

/** Cells along the longer side of a boundary. */
const CELLS = 128;
/** Numbers of a cell: where its edges begin, how many there are, and a place in it whose side is known. */
export const CELL_NUMBERS = 4;
/** Added to how many edges a cell has where its place lies in the boundary. */
export const INSIDE = 0.5;
/** Numbers of an edge: x and y of both ends, mm. */
export const EDGE_NUMBERS = 4;

/**
 * A boundary sorted into square cells, so that for any point few of its edges have to be looked at. Cells lie row by
 * row; round the boundary there is one more of them on each side.
 */
export interface BoundaryCells {
  readonly x: number;
  readonly y: number;
  /** Of one cell, mm. */
  readonly size: number;
  readonly columns: number;
  readonly rows: number;
  readonly cells: Float32Array;
  /** Edges that come near a cell, cell by cell. */
  readonly edges: Float32Array;
}

export function boundaryCells(area: Boundary['area']): BoundaryCells {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let p = 0; p < area.length; p += 2) {
    x0 = Math.min(x0, area[p]);
    x1 = Math.max(x1, area[p]);
    y0 = Math.min(y0, area[p + 1]);
    y1 = Math.max(y1, area[p + 1]);
  }
  const size = Math.max(x1 - x0, y1 - y0) / (CELLS - 2) || 1;
  const columns = Math.min(CELLS, Math.ceil((x1 - x0) / size) + 2);
  const rows = Math.min(CELLS, Math.ceil((y1 - y0) / size) + 2);
  const [x, y] = [x0 - size, y0 - size];
  const near = edgesByCell(area, x, y, size, columns, rows);
  const cells = new Float32Array(CELL_NUMBERS * columns * rows);
  const edges: number[] = [];
  near.forEach((own, cell) => {
    const middle = [x + ((cell % columns) + 0.5) * size, y + (Math.floor(cell / columns) + 0.5) * size];
    const [px, py] = clearPlace(own, middle, size);
    const side = isInside(area, px, py) ? INSIDE : 0;
    cells.set([edges.length / EDGE_NUMBERS, own.length / EDGE_NUMBERS + side, px, py], CELL_NUMBERS * cell);
    edges.push(...own);
  });
  return { x, y, size, columns, rows, cells, edges: Float32Array.from(edges) };
}

/** For each cell the edges that come as near to its middle as its corners are, and half as far again. */
function edgesByCell(
  area: Float64Array,
  x: number,
  y: number,
  size: number,
  columns: number,
  rows: number,
): number[][] {
  const reach = 1.5 * Math.SQRT1_2 * size;
  const found = Array.from({ length: columns * rows }, (): number[] => []);
  const within = (value: number, many: number): number => Math.max(0, Math.min(many - 1, Math.floor(value)));
  for (let p = 0; p < area.length; p += 2) {
    const q = (p + 2) % area.length;
    const [ax, ay, bx, by] = [area[p], area[p + 1], area[q], area[q + 1]];
    const from = within((Math.min(ax, bx) - x - reach) / size, columns);
    const to = within((Math.max(ax, bx) - x + reach) / size, columns);
    const low = within((Math.min(ay, by) - y - reach) / size, rows);
    const high = within((Math.max(ay, by) - y + reach) / size, rows);
    for (let row = low; row <= high; row++)
      for (let column = from; column <= to; column++) {
        const off = distance(ax, ay, bx, by, x + (column + 0.5) * size, y + (row + 0.5) * size);
        if (off <= reach) found[row * columns + column].push(ax, ay, bx, by);
      }
  }
  return found;
}

/** Of a few places in a cell the one farthest from its edges: near them its side could be told otherwise elsewhere. */
function clearPlace(edges: readonly number[], [x, y]: readonly number[], size: number): [number, number] {
  let [best, found]: [number, [number, number]] = [-1, [x, y]];
  for (const [dx, dy] of PLACES) {
    const [px, py] = [Math.fround(x + dx * size), Math.fround(y + dy * size)];
    let off = Infinity;
    for (let e = 0; e < edges.length; e += EDGE_NUMBERS)
      off = Math.min(off, distance(edges[e], edges[e + 1], edges[e + 2], edges[e + 3], px, py));
    if (off > best) [best, found] = [off, [px, py]];
  }
  return found;
}

const PLACES = [
  [0, 0],
  [0.25, 0.21],
  [-0.25, 0.23],
  [-0.23, -0.25],
  [0.27, -0.24],
];

function distance(ax: number, ay: number, bx: number, by: number, x: number, y: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy;
  const t = long > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / long)) : 0;
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}
