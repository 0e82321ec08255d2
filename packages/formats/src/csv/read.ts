import { RelayError, type Contour, type Segment, type Vec } from '@coin-relay/core';
import Papa from 'papaparse';
import { checkSize, DrawingCollector, type Drawing } from '../drawing/drawing';

/** What a table of points may have at the most. */
export const MOST_POINTS = 200_000;
const MOST_ROWS = 400_000;
const MOST_IN_ROW = 10_000;

/**
 * Reads a table of points: x and y in the first two columns, or in those headed x and y; any
 * usual separator, decimal commas too where the separator is another. Empty rows part one line
 * from the next, and a line whose last point is its first is closed. Lengths are mm, y up.
 *
 * @throws RelayError file-too-large, file-broken (with the row)
 */
export function readCsv(text: string): Drawing {
  const { rows, first, column, number } = readTable(text);
  const collected = new DrawingCollector();
  const xAt = column('x', 0);
  const yAt = column('y', 1);
  let points: Vec[] = [];
  let total = 0;
  const finish = (): void => {
    if (points.length === 1) collected.skip('point', 'a point by itself is no line');
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

/** A table of numbers: its rows, and where its columns are. */
export interface NumberTable {
  readonly rows: readonly (readonly string[])[];
  /** The first row that is not its head. */
  readonly first: number;
  /** Whether its columns are named. */
  readonly isHeaded: boolean;
  /** The column of a name; another where none is named so. */
  readonly column: (name: string, otherwise: number) => number;
  /** The number in a cell; NaN where there is none. */
  readonly number: (cell: string) => number;
}

/** @throws RelayError file-too-large, file-broken */
export function readTable(text: string): NumberTable {
  checkSize(text);
  checkRows(text);
  const delimiter = separatorOf(text);
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false });
  const rows = data.map((row) =>
    row.map((cell) => cell.trim()).filter((cell) => delimiter !== ' ' || cell !== ''),
  );
  const decimalComma = delimiter !== ',';
  const number = (cell: string): number => {
    const plain = decimalComma ? cell.replace(',', '.') : cell;
    return plain === '' ? NaN : Number(plain);
  };
  const first = rows.findIndex((row) => row.some((cell) => cell !== ''));
  if (first < 0) throw new RelayError('file-broken', 'The table of points is empty.');
  const head = rows[first].map((cell) => cell.toLowerCase());
  const isHeaded = head.every((cell) => !Number.isFinite(number(cell)));
  const column = (name: string, otherwise: number): number => {
    const at = isHeaded ? head.findIndex((cell) => cell === name || cell.startsWith(`${name} `)) : -1;
    return at >= 0 ? at : otherwise;
  };
  return { rows, first: first + (isHeaded ? 1 : 0), isHeaded, column, number };
}

/** Counts the rows, and looks how long they are, before any is taken apart. */
function checkRows(text: string): void {
  let rows = 1;
  let start = 0;
  for (let i = 0; i <= text.length; i++) {
    const c = text[i];
    if (c !== '\n' && c !== '\r' && i < text.length) continue;
    if (i - start > MOST_IN_ROW)
      throw new RelayError(
        'file-broken',
        `Row ${rows} of the table is ${i - start} characters long: a row has two numbers, and at most ${MOST_IN_ROW} characters are read.`,
        { offset: rows },
      );
    if (c === '\r' && text[i + 1] === '\n') i++;
    start = i + 1;
    if (++rows > MOST_ROWS)
      throw new RelayError(
        'file-too-large',
        `The table has more than ${MOST_ROWS} rows, empty ones counted. Thin it out first.`,
      );
  }
}

/** What parts the columns: the first of tab, semicolon and comma that the first rows have, else blanks. */
function separatorOf(text: string): string {
  const head = text.slice(0, 4000);
  return ['\t', ';', ','].find((separator) => head.includes(separator)) ?? ' ';
}

function polyline(points: readonly Vec[]): Contour {
  const pieces: Segment[] = [];
  for (let i = 0; i + 1 < points.length; i++) pieces.push({ kind: 'line', a: points[i], b: points[i + 1] });
  const [first] = points;
  const last = points[points.length - 1];
  return { segments: pieces, closed: points.length > 3 && first.x === last.x && first.y === last.y };
}
