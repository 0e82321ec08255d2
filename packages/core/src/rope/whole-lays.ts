import { RelayError } from '../error';
import { LIMITS } from '../limits';

/** Right: a strand that is seen in front rises to the right (Z lay of the trade); left: to the left (S lay). */
export type Hand = 'right' | 'left';

/** A lay with which the strands of a closed rope meet. */
export interface LayCandidate {
  /** Strands further on that each strand comes back on, whole turns with them: below zero it goes the other way round. */
  readonly steps: number;
  /** Turns of a strand about the rope on the loop, against the frame that is carried along: it may be no whole number. */
  readonly turns: number;
  /** mm. */
  readonly lay: number;
  /** How much longer it is than the one wanted, part of one. */
  readonly change: number;
  /** How many strands there are once those that run into each other are taken for one. */
  readonly loops: number;
}

/** Lays that are told of at once, at the most. */
export const MOST_LAYS = 99;

/**
 * The lays with which m equal strands of a closed rope meet themselves or each other, about the one that is wanted: its
 * turns on the loop, and what the frame comes back turned by, are a whole number of m-th parts of a turn together.
 * @param length of the loop, mm
 * @param holonomy what the frame that is carried along comes back turned by, about the way the path goes, radians
 * @throws RelayError rope-invalid
 */
export function layCandidates(
  strands: number,
  wanted: number,
  hand: Hand,
  { length, holonomy }: { readonly length: number; readonly holonomy: number },
  many: number,
): LayCandidate[] {
  if (!(wanted > 0 && length > 0 && length / wanted <= LIMITS.links))
    throw new RelayError(
      'rope-invalid',
      `A lay of ${wanted} mm cannot be laid round ${length} mm. It is above zero, and goes into the loop at most ${LIMITS.links.toLocaleString('en')} times.`,
      { field: 'lay' },
    );
  const side = hand === 'right' ? 1 : -1;
  const free = (side * holonomy) / (2 * Math.PI);
  const ideal = strands * (length / wanted + free);
  const most = Math.max(1, Math.min(MOST_LAYS, Math.floor(many)));
  const first = Math.round(ideal) - Math.floor((most - 1) / 2);
  return Array.from({ length: most }, (_, i) => first + i).flatMap((steps): LayCandidate[] => {
    const turns = steps / strands - free;
    // A rope that is not laid, or laid the other way, is another one.
    if (!(turns > 1e-9)) return [];
    const lay = length / turns;
    return [{ steps, turns, lay, change: lay / wanted - 1, loops: commonDivisor(strands, steps) }];
  });
}

/** The lay of these that is nearest to the one wanted; null where there is none. */
export const nearestLay = (candidates: readonly LayCandidate[]): LayCandidate | null =>
  candidates.reduce<LayCandidate | null>(
    (best, each) => (best && Math.abs(best.change) <= Math.abs(each.change) ? best : each),
    null,
  );

function commonDivisor(a: number, b: number): number {
  let [x, y] = [Math.abs(a), Math.abs(b)];
  while (y > 0) [x, y] = [y, x % y];
  return x;
}
