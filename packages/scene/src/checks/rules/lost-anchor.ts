import { anchorAt, type AnchorOf, type Machine } from '@coin-relay/model';
import type { Found } from '../found';
import { framesOf } from '../frames';
import { nearestMultiple, travelProposal } from '../proposals';
import { machineRule } from '../rule';

/** Anchors on what does not turn, on links that leave the path, or on ones that are not back at the loop's end. */
export const lostAnchor = machineRule(['anchor'], (machine) =>
  (machine.job.anchors ?? []).flatMap(({ id, name, on }): Found<'anchor'>[] => {
    if (on.kind === 'fixed') return [];
    if (on.kind !== 'rider') {
      if (machine.wheels.has(on.wheel)) return [];
      const text = `“${name}” is on a wheel that no row goes round: it does not turn.`;
      return [{ kind: 'anchor', text, of: id }];
    }
    const frame = framesOf(machine).find((k) => anchorAt(machine, id, k) === null);
    if (frame === undefined) return riderFindings(machine, id, name, on);
    const text = `“${name}” rides on a link that is not on the path in frame ${frame}.`;
    return [{ kind: 'anchor', text, of: id, frame }];
  }),
);

/** A link that has gone on when the loop ends takes what rides on it along: only whole laps bring it back. */
function riderFindings(
  machine: Machine,
  of: string,
  name: string,
  { run }: AnchorOf<'rider'>,
): Found<'anchor'>[] {
  const [row, motion] = [machine.rows.get(run), machine.motions.get(run)];
  if (!row || !motion || motion.travel === 0 || motion.manner.way === 'to-and-fro') return [];
  const { kind, lap } = row.fit.row;
  const laps = motion.travel / lap;
  if (kind !== 'open' && Math.abs(laps - Math.round(laps)) < 1e-9) return [];
  const back =
    kind === 'open'
      ? 'Along an open path it is back only where the row goes to and fro.'
      : `It is after whole laps of ${Number(lap.toFixed(2))}.`;
  return [
    {
      kind: 'anchor',
      text: `“${name}” is not back when the loop ends: its link has gone on by ${Number(Math.abs(motion.travel).toFixed(2))}. ${back}`,
      of,
      mend:
        kind === 'ring' && motion.driven === null
          ? travelProposal(run, nearestMultiple(motion.travel, lap))
          : null,
    },
  ];
}
