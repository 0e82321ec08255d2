import { RelayError } from '@coin-relay/core';
import Papa from 'papaparse';
import { checkSize } from '../drawing/drawing';

/** What a table of points may have at the most. */
export const MOST_POINTS = 200_000;
const MOST_ROWS = 400_000;
const MOST_IN_ROW = 10_000;

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
