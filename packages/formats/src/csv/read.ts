import { RelayError, type Contour, type Segment, type Vec } from '@coin-relay/core';
import { DrawingCollector, type Drawing } from '../drawing/drawing';
import { throughPoints } from '../drawing/through-points';
import { spaceLinesIn } from './read-space';
import { MOST_POINTS, readTable } from './table';

/**
 * Reads a table of points: x and y in the first two columns, or in those headed x and y; any
 * usual separator, decimal commas too where the separator is another. Empty rows part one line
 * from the next, and a line whose last point is its first is closed. Lengths are mm, y up. With a third number, z, in
 * the third column, or in that headed z, they are points in space.
 *
 * @throws RelayError file-too-large, file-broken (with the row)
 */
export function readCsv(text: string): Drawing {
  const table = readTable(text);
  const collected = new DrawingCollector();
  const inSpace = spaceLinesIn(table);
  if (inSpace) {
    for (const points of inSpace)
      if (points.length === 1) collected.skip(...ALONE);
      else collected.addInSpace('points', undefined, throughPoints(points));
    return collected.result(1, false);
  }
  const { rows, first, column, number } = table;
  const xAt = column('x', 0);
  const yAt = column('y', 1);
  let points: Vec[] = [];
  let total = 0;
  const finish = (): void => {
    if (points.length === 1) collected.skip(...ALONE);
    if (points.length > 1) collected.add('points', undefined, [polyline(points)]);
    points = [];
  };
  for (let i = first; i < rows.length; i++) {
    const row = rows[i];
    if (row.every((cell) => cell === '')) {
      finish();
      continue;
    }
    const x = number(row[xAt] ?? '');
    const y = number(row[yAt] ?? '');
    if (!Number.isFinite(x) || !Number.isFinite(y)) {
      throw new RelayError(
        'file-broken',
        `Row ${i + 1} of the table has no point: it needs two numbers, and reads “${row.slice(0, 3).join(' | ').slice(0, 60)}”.`,
        { offset: i + 1 },
      );
    }
    if (++total > MOST_POINTS)
      throw new RelayError(
        'file-too-large',
        `The table has more than ${MOST_POINTS} points. Thin it out first.`,
      );
    points.push({ x, y });
  }
  finish();
  if (total === 0)
    throw new RelayError('file-broken', 'The table holds no points: it needs rows of two numbers, x and y.');
  return collected.result(1, false);
}

const ALONE = ['point', 'a point by itself is no line'] as const;

function polyline(points: readonly Vec[]): Contour {
  const pieces: Segment[] = [];
  for (let i = 0; i + 1 < points.length; i++) pieces.push({ kind: 'line', a: points[i], b: points[i + 1] });
  const [first] = points;
  const last = points[points.length - 1];
  return { segments: pieces, closed: points.length > 3 && first.x === last.x && first.y === last.y };
}
