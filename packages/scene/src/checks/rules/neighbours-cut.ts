import { formatLength, pieceWords } from '@coin-relay/model';
import { rowRule } from '../rule';
import { fanFindings } from './fans-in-bend';

/** Neighbours that cut into each other in a bend: by their outlines as drawn, in space by their solids. */
export const neighboursCut = rowRule('link', ['neighbours-cut'], (context) => {
  const { job, resolved, cuts } = context;
  if (cuts.length === 0) return [];
  // Where ends are known to overlap, the cut of their outlines is the same thing said twice.
  if (fanFindings(context).some(({ kind }) => kind === 'carried-overlap')) return [];
  const worst = cuts.reduce((a, b) => (b.depth > a.depth ? b : a));
  const more =
    cuts.length > 1 ? `, and at ${cuts.length - 1} more ${cuts.length === 2 ? 'place' : 'places'}` : '';
  const [, many] = pieceWords(resolved.sequence[0]);
  return [
    {
      kind: 'neighbours-cut',
      text: `Neighbouring ${many} cut ${formatLength(worst.depth, job.unit)} into each other at ${formatLength(worst.s, job.unit)} (places ${worst.place + 1} and ${worst.other + 1})${more}. Widen the bend there, or give them less to the inside of it.`,
      at: worst.s,
      places: cuts.map(({ s }) => s),
      size: worst.depth,
    },
  ];
});
