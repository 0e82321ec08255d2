/**
 * How the places of a row follow one another: the ends of its pieces, one after the other. The
 * span from place i to the next is c · grows[i] + stays[i], with one c for the whole row.
 */
export interface Stations {
  /** Places a piece has: one where its end is the start of the next, two where a gap lies between. */
  readonly step: 1 | 2;
  /** Pieces after which the spans come again; grows and stays have step · cycle entries. */
  readonly cycle: number;
  readonly scale: readonly number[];
  readonly offset: readonly number[];
}

/** All pieces alike, pin to pin: c is the pitch. */
export const ALIKE: Stations = { step: 1, cycle: 1, scale: [1], offset: [0] };

/** The spans of one cycle, mm. */
export const spansOf = ({ scale: grows, offset: stays }: Stations, c: number): Float64Array =>
  Float64Array.from(grows, (grow, i) => c * grow + stays[i]);

/** From the start of one piece to the start of the next, mm: the mean over a cycle. */
export function meanSpacing(stations: Stations, c: number): number {
  return spansOf(stations, c).reduce((sum, span) => sum + span, 0) / stations.cycle;
}

/** How many places some pieces have with both their ends. */
export const placesFor = ({ step }: Pick<Stations, 'step'>, pieces: number): number =>
  step === 1 ? pieces + 1 : 2 * pieces;
