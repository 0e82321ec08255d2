import { writeCsv } from '@coin-relay/formats';

/** One line of a graph. */
export interface GraphLine {
  readonly name: string;
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Drawn as points that stand by themselves, or as a line. */
  readonly as?: 'line' | 'points';
  /** A limit or a level rather than something measured: drawn thin and broken. */
  readonly limit?: boolean;
}

/** A title of an axis: what it is, and its unit. */
export interface GraphAxes {
  readonly x: string;
  readonly y: string;
}

/** A graph as a table: x and a column for each line, a row for each x that any of them has. */
export function graphTable(lines: readonly GraphLine[], axes: GraphAxes): string {
  const rows = new Map<number, (number | null)[]>();
  lines.forEach((line, column) => {
    line.x.forEach((x, i) => {
      const row = rows.get(x) ?? lines.map(() => null);
      row[column] = line.y[i];
      rows.set(x, row);
    });
  });
  return writeCsv([
    [axes.x, ...lines.map(({ name }) => name)],
    ...[...rows].sort(([a], [b]) => a - b).map(([x, values]) => [x, ...values]),
  ]);
}

/** y of a line at x, straight between its points; null outside of them. */
export function valueAt({ x, y }: GraphLine, at: number): number | null {
  for (let i = 0; i + 1 < x.length; i++) {
    if (at < x[i] || at > x[i + 1]) continue;
    const part = x[i + 1] === x[i] ? 0 : (at - x[i]) / (x[i + 1] - x[i]);
    return y[i] + part * (y[i + 1] - y[i]);
  }
  return null;
}

/** The range of values, for words that say what a graph shows. */
export function rangeOf({ y }: GraphLine): readonly [least: number, most: number] {
  return y.reduce<[number, number]>(
    ([least, most], value) => [Math.min(least, value), Math.max(most, value)],
    [Infinity, -Infinity],
  );
}
