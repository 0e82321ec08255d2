import { RelayError, type Station, type Vec3 } from '@coin-relay/core';
import { MOST_POINTS, readTable, type NumberTable } from './table';

/**
 * Reads a table of points in space: x, y and z in the first three columns, or in those headed so; separators and commas as
 * in tables of the plane. Empty rows part one line from the next. Lengths are mm.
 * @returns the points of each line; null where it is a table of the plane: its columns are named and none is z, or no row
 * has a third number
 * @throws RelayError file-too-large, file-broken (with the row)
 */
export const readSpaceCsv = (text: string): readonly (readonly Vec3[])[] | null =>
  spaceLinesIn(readTable(text));

/** The same of a table that is read already. @throws RelayError file-too-large, file-broken (with the row) */
export function spaceLinesIn({
  rows,
  first,
  isHeaded,
  column,
  number,
}: NumberTable): readonly (readonly Vec3[])[] | null {
  const [xAt, yAt, zAt] = [column('x', 0), column('y', 1), column('z', isHeaded ? -1 : 2)];
  if (zAt < 0) return null;
  const told = rows.slice(first);
  if (!told.some((row) => Number.isFinite(number(row[zAt] ?? '')))) return null;
  const isFilled = (row: readonly string[]): boolean => row.some((cell) => cell !== '');
  if (told.filter(isFilled).length > MOST_POINTS)
    throw new RelayError(
      'file-too-large',
      `The table has more than ${MOST_POINTS} points. Thin it out first.`,
    );
  const lines: Vec3[][] = [];
  let line: Vec3[] | null = null;
  told.forEach((row, k) => {
    if (!isFilled(row)) {
      line = null;
      return;
    }
    const [x, y, z] = [xAt, yAt, zAt].map((at) => number(row[at] ?? ''));
    if (![x, y, z].every(Number.isFinite)) {
      const i = first + k + 1;
      throw new RelayError(
        'file-broken',
        `Row ${i} of the table has no point in space, as others have: it needs three numbers, and reads “${row.slice(0, 4).join(' | ').slice(0, 60)}”.`,
        { offset: i },
      );
    }
    if (!line) lines.push((line = []));
    line.push({ x, y, z });
  });
  return lines;
}

/**
 * Reads a height profile: places along a path and heights in the first two columns, or in those headed u and z; mm.
 * @throws RelayError file-too-large, file-broken (with the row)
 */
export function readProfileCsv(text: string): readonly Station[] {
  const { rows, first, column, number } = readTable(text);
  const [uAt, zAt] = [column('u', 0), column('z', 1)];
  return rows.slice(first).flatMap((row, k): Station[] => {
    if (row.every((cell) => cell === '')) return [];
    const [u, z] = [number(row[uAt] ?? ''), number(row[zAt] ?? '')];
    if (!Number.isFinite(u) || !Number.isFinite(z)) {
      const i = first + k + 1;
      throw new RelayError(
        'file-broken',
        `Row ${i} of the profile has no station: it needs two numbers, a place along the path and its height, and reads “${row.slice(0, 3).join(' | ').slice(0, 60)}”.`,
        { offset: i },
      );
    }
    return [{ u, z }];
  });
}
