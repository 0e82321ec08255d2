import { formatLength } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Spans that run through a wheel they do not go round. */
export const cutWheel = rowRule('path', ['cut-wheel'], ({ job, fit: { layout } }) =>
  layout.cuts.map(({ from, to, wheel, by }) => {
    const name = layout.wheels.find(({ id }) => id === wheel)?.name ?? wheel;
    return {
      kind: 'cut-wheel' as const,
      text: `The span from ${from} to ${to} runs ${formatLength(by, job.unit)} deep through the ${name}.`,
      wheel,
      size: by,
    };
  }),
);
