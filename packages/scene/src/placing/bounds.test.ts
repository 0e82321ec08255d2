import { fitRow } from '@coin-relay/core';
import { resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { lay, LINE, rowOf } from '@coin-relay/model/testing';
import { describe, expect, it } from 'vitest';
import { rowBounds, rowScene, type Box } from './index';

const boundsOf = (job: Job): Box => {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowBounds(rowScene(fit, resolveSetOut(job, resolved.run, fit)));
};

describe('what a row covers', () => {
  it('has the links that run on past the end of its path in it', () => {
    const long = { hold: 'both', count: 12 } as const;
    const covered = (beyond: 'straight' | 'stop'): number => {
      const [x0, , x1] = boundsOf(rowOf('stitch', LINE, 12, { ...long, ...lay({ beyond }) }));
      // As much lies beside the row at either end.
      return x1 + x0;
    };
    // Twelve of 12 mm on a line of 100: 44 of it past the end.
    expect(covered('straight')).toBeCloseTo(144, 6);
    expect(covered('stop')).toBeLessThan(144);
  });
});
