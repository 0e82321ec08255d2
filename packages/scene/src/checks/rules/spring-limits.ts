import { LIMITS, RelayError, springFacts } from '@coin-relay/core';
import { formatLength, tieAt, type Tie } from '@coin-relay/model';
import { coilsIn } from '../../machine-parts';
import type { Found } from '../found';
import { framesOf, least } from '../frames';
import { machineRule } from '../rule';

/** Springs that would be pressed beyond solid or pulled beyond their limit, or that cannot be wound at all. */
export const springLimits = machineRule(['spring'], (machine) => [
  ...tooManyCoils(machine.job.ties ?? []),
  ...(machine.job.ties ?? []).flatMap((tie, _, ties): Found<'spring'>[] => {
    const { id: of, is, name } = tie;
    if (is.kind !== 'spring') return [];
    const length = (mm: number): string => formatLength(mm, machine.job.unit);
    try {
      const { solid } = springFacts(is);
      const states = framesOf(machine, ties.length).map((frame) => ({
        frame,
        at: tieAt(machine, tie, frame),
      }));
      const shortest = least(states, ({ at }) => at?.span ?? Infinity);
      const longest = least(states, ({ at }) => -(at?.span ?? -Infinity));
      const found: Found<'spring'>[] = [];
      if (shortest?.at?.spring?.state === 'solid') {
        const text = `“${name}” would be pressed to ${length(shortest.at.span)} in frame ${shortest.frame}; solid it is ${length(solid)} long.`;
        found.push({ kind: 'spring', text, of, frame: shortest.frame });
      }
      if (longest?.at?.spring?.state === 'too-long' && is.longest !== null) {
        const text = `“${name}” would be pulled to ${length(longest.at.span)} in frame ${longest.frame}; its limit is ${length(is.longest)}.`;
        found.push({ kind: 'spring', text, of, frame: longest.frame });
      }
      return found;
    } catch (error) {
      if (error instanceof RelayError) return [{ kind: 'spring', text: `“${name}”: ${error.message}`, of }];
      throw error;
    }
  }),
]);

function tooManyCoils(ties: readonly Tie[]): Found<'spring'>[] {
  const all = coilsIn(ties);
  if (all <= LIMITS.jobCoils) return [];
  const text = `The springs of this job have ${all.toLocaleString('en')} coils together; ${LIMITS.jobCoils.toLocaleString('en')} of one job are drawn one by one, and the springs beyond them as tubes.`;
  return [{ kind: 'spring', text }];
}
