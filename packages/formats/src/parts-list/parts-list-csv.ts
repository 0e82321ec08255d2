import type { JobParts, RowParts } from '@coin-relay/scene';
import { writeCsv } from '../csv';

const HEAD = [
  'row',
  'part',
  'name',
  'count',
  'pitch_mm',
  'length_mm',
  'diameter_mm',
  'teeth',
  'mass_g',
  'article',
  'price_eur',
];
type Cell = string | number | null;

/**
 * A parts list as a table of comma-separated values: for each row its pieces, its pins, its wheels and places that are
 * left out, then all of it; length (mm) and price are of the whole row, mass (g) of all pieces of a line.
 */
export function partsListCsv({ rows, mass, price }: JobParts): string {
  const total = { part: 'all', name: 'all rows', mass: fixed(mass, 3), price: fixed(price, 2) };
  return writeCsv([HEAD, ...rows.flatMap(rowLines), ...(rows.length > 1 ? [line('', total)] : [])]);
}

interface Line {
  readonly part: string;
  readonly name: string;
  readonly count?: number;
  readonly pitch?: number;
  readonly length?: string;
  readonly diameter?: string;
  readonly teeth?: number | null;
  readonly mass?: string | null;
  readonly article?: string;
  readonly price?: string | null;
}

const line = (row: string, given: Line): Cell[] => [
  ...[row, given.part, given.name, given.count ?? null, given.pitch ?? null, given.length ?? null],
  ...[
    given.diameter ?? null,
    given.teeth ?? null,
    given.mass ?? null,
    given.article ?? null,
    given.price ?? null,
  ],
];

const fixed = (value: number | null, digits: number): string | null =>
  value === null ? null : value.toFixed(digits);

function rowLines({ name: row, list, wheels, article, price }: RowParts): Cell[][] {
  return [
    ...list.lines.map(({ piece, count, mass }) =>
      line(row, { part: 'piece', name: piece.name, count, pitch: piece.pitch, mass: fixed(mass, 3) }),
    ),
    ...(list.pins > 0 ? [line(row, { part: 'pin', name: 'Pins', count: list.pins })] : []),
    ...wheels.map(({ name, count, teeth, diameter }) =>
      line(row, { part: 'wheel', name, count, teeth, diameter: diameter.toFixed(3) }),
    ),
    ...(list.leftOut > 0
      ? [line(row, { part: 'left out', name: 'Places left out', count: list.leftOut })]
      : []),
    line(row, {
      ...{ part: 'row', name: row, count: list.pieces, length: list.length.toFixed(3) },
      ...{ mass: fixed(list.mass, 3), price: fixed(price, 2) },
      ...(article ? { article: article.number } : {}),
    }),
  ];
}
