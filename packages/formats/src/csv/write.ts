import Papa from 'papaparse';

/** A value of a table; null is an empty cell. */
export type Cell = string | number | null;

/**
 * Rows as comma-separated values (RFC 4180). A text that a spreadsheet would take for a formula is
 * kept a text by an apostrophe before it; numbers stay numbers.
 */
export function writeCsv(rows: readonly (readonly Cell[])[]): string {
  const table = rows.map((row) => row.map((value) => value ?? ''));
  return `${Papa.unparse(table, { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}
