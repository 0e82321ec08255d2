import { pieceWords } from '@coin-relay/model';
import { nearestMultiple, travelProposal } from '../proposals';
import { rowRule } from '../rule';

/** A loop whose end does not meet its start. */
export const seam = rowRule('motion', ['seam'], ({ resolved, facts }) => {
  if (!facts) return [];
  const [one, many] = pieceWords(resolved.sequence[0]);
  const { travel, repeat, seamless } = facts;
  if (facts.leaves && travel !== 0) {
    return [
      {
        kind: 'seam',
        text: `The loop has a seam: what is set by rule, by hand or by seed travels off the end of the path with its ${many}, and does not come back.`,
      },
    ];
  }
  if (seamless) return [];
  const { turns } = facts;
  if (turns && !turns.meets) {
    // It is said once of all strands.
    if (turns.by !== resolved.run.id) return [];
    const whole = nearestMultiple(turns.turning, turns.parts);
    return [
      {
        kind: 'seam',
        text: `The loop has a seam: its strands have turned by ${number(Math.abs(turns.turning))} of ${turns.parts} parts of a turn when it ends, and they are not alike. Let them turn wholly round.`,
        mend: {
          ...{ do: 'turning', run: resolved.run.id, turning: whole },
          words: `turn ${wholeTurns(Math.abs(whole) / turns.parts)}`,
        },
      },
    ];
  }
  // Of a driven row the one that drives it has to change.
  const nearest = facts.driven ? NaN : nearestMultiple(travel, repeat);
  return [
    {
      kind: 'seam',
      text: `The loop has a seam: the row looks as it did after ${number(repeat)} ${repeat === 1 ? one : many} only, and travels ${number(Math.abs(travel))}.`,
      mend: Number.isNaN(nearest) ? null : travelProposal(resolved.run.id, nearest, facts.measure.lap),
    },
  ];
});

const wholeTurns = (many: number): string => (many === 1 ? 'once round' : `${many} times round`);

const number = (value: number): string => String(Number(value.toFixed(2)));
