import type { Setting } from '../families';
import type { ResolvedSetOut } from './set-out';

/** How a piece sat before, kept to be seen beside how it sits now. */
export interface KeptSetting {
  /** The piece, by its id. */
  readonly piece: string;
  readonly setting: Setting;
}

/** How many places of a row, from its start on, show what was kept: the first half. */
export const placesKept = (count: number): number => Math.floor(count / 2);

/** The same set-out, with a piece sitting as it did on the first half of the row's places. */
export function besideSetting(out: ResolvedSetOut, { piece, setting }: KeptSetting): ResolvedSetOut {
  const number = out.pieces.findIndex(({ id }) => id === piece);
  if (number < 0) return out;
  const places = Int32Array.from(out.table.piece);
  const half = placesKept(out.table.count);
  for (let i = 0; i < half; i++) if (places[i] === number) places[i] = out.pieces.length;
  return {
    ...out,
    pieces: [...out.pieces, { ...out.pieces[number], setting }],
    table: { ...out.table, piece: places },
  };
}
