import { formatLength } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Rows that run through each other: in depth as well as in the drawing. */
export const rowsCut = rowRule('path', ['rows-cut'], ({ job, crossings }) =>
  crossings.map(({ other, s, otherS, depth, clear }) => {
    const named = job.runs.find(({ id }) => id === other)?.name ?? other;
    const at = formatLength(s, job.unit);
    const there = formatLength(otherS, job.unit);
    return {
      kind: 'rows-cut' as const,
      text: `At ${at} this row cuts ${formatLength(depth, job.unit)} into “${named}”, where that is at ${there}. Set one of them further forward or back${clear === null ? ', or lay its path elsewhere' : ''}.`,
      at: s,
      of: other,
      size: depth,
      mend:
        clear === null
          ? null
          : {
              words: `set “${named}” to a depth of ${formatLength(clear, job.unit)}`,
              do: 'sideways' as const,
              run: other,
              sideways: clear,
            },
    };
  }),
);
