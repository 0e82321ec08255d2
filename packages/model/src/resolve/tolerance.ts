import { behaviourOf, familyOf, laidLength, type JobPiece } from '../families';
import type { ResolvedRun } from './run';

/** Pieces that fill less of their spacing than this make no row that touches (common practice, no source). */
const TOUCHING = 0.75;

/**
 * How far the pitch of a row may be off, as a part of one: what the run says, or what is usual for its
 * family. Null where nothing is amiss however far it is off: pieces that are carried on a point and
 * do not reach each other have no pitch of their own.
 */
export function toleranceOf({ run, sequence }: Pick<ResolvedRun, 'run' | 'sequence'>): number | null {
  const { tolerance } = run.fit;
  if (tolerance !== undefined) return tolerance;
  return sequence.every(standsApart) ? null : familyOf(sequence[0]).tolerance.part;
}

/** Is it carried on a point, with room to the next? */
function standsApart(piece: JobPiece): boolean {
  if (behaviourOf(piece) !== 'carried') return false;
  const reach = familyOf(piece).lengthAlong ? laidLength(piece) * (piece.setting?.scale ?? 1) : 0;
  return reach < piece.pitch * TOUCHING;
}
