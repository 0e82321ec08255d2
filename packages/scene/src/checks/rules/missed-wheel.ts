import { formatLength } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Wheels that a route seems to pass by. */
export const missedWheel = rowRule('path', ['missed-wheel'], ({ job, fit: { layout } }) =>
  layout.missed.map(({ wheel, by }) => {
    const name = layout.wheels.find(({ id }) => id === wheel)?.name ?? wheel;
    return {
      kind: 'missed-wheel' as const,
      text: `The route seems to pass by the ${name}, ${formatLength(by, job.unit)} off: pass it on its other side, or move it.`,
      wheel,
      size: by,
      mend: { do: 'side' as const, wheel, words: 'pass it on its other side' },
    };
  }),
);
