import type { PartsList } from '@coin-relay/scene';
import { writeCsv } from '../csv';

/**
 * A parts list as a table of comma-separated values: piece, count, pitch in mm, length in mm (of the
 * row, so of all of them together), mass in g.
 */
export function partsListCsv(list: PartsList): string {
  const mass = (grams: number | null): string => (grams === null ? '' : grams.toFixed(3));
  return writeCsv([
    ['piece', 'count', 'pitch_mm', 'length_mm', 'mass_g'],
    ...list.lines.map(({ piece, count, mass: grams }) => [piece.name, count, piece.pitch, null, mass(grams)]),
    ['pins', list.pins, null, null, null],
    ['all', list.pieces, null, list.length.toFixed(3), mass(list.mass)],
  ]);
}
