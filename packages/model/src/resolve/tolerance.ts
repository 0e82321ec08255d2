import { familyOf } from '../families';
import type { ResolvedRun } from './run';

/** How far the pitch of a row may be off, as a part of one: what the run says, or what is usual for its family. */
export function toleranceOf({ run, sequence }: Pick<ResolvedRun, 'run' | 'sequence'>): number {
  return run.fit.tolerance ?? familyOf(sequence[0]).tolerance.part;
}
