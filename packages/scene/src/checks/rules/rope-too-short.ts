import { formatLength, tieAt } from '@coin-relay/model';
import { framesOf, least } from '../frames';
import { machineRule } from '../rule';

/** Ropes that do not reach from anchor to anchor in every frame. */
export const ropeTooShort = machineRule(['rope'], (machine) =>
  (machine.job.ties ?? []).flatMap((tie) => {
    if (tie.is.kind !== 'rope') return [];
    const taut = framesOf(machine)
      .map((frame) => ({ frame, at: tieAt(machine, tie, frame) }))
      .filter(({ at }) => at?.rope && !at.rope.reaches);
    const worst = least(taut, ({ at }) => -((at?.span ?? 0) - (at?.rope?.length ?? 0)));
    if (!worst?.at?.rope) return [];
    const length = (mm: number): string => formatLength(mm, machine.job.unit);
    return [
      {
        kind: 'rope' as const,
        text: `“${tie.name}” does not reach: in frame ${worst.frame} its anchors are ${length(worst.at.span)} apart, and it is ${length(worst.at.rope.length)} long.`,
        of: tie.id,
        frame: worst.frame,
      },
    ];
  }),
);
