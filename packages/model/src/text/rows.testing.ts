import { fitRow, PLAIN_LAY } from '@coin-relay/core';
import { FAMILIES } from '../families';
import { parseJob, type Job, type RunFit } from '../job';
import { resolveRun } from '../resolve';
import { outlineJob } from '../starters';
import { withPitch } from '../families/with-pitch';
import { fitSentence } from './index';

/** A line of 100 mm. */
export const LINE = 'M0 0H100';

/** For tests: a row of one piece of a family on an outline. */
export function rowOf(
  family: Exclude<keyof typeof FAMILIES, 'own'>,
  data: string,
  pitch: number,
  fit: Partial<RunFit> = {},
): Job {
  const job = outlineJob('Row', data);
  const [piece] = FAMILIES[family].entries[0].make().pieces;
  return parseJob({
    ...job,
    pieces: [withPitch(piece, pitch)],
    runs: [
      {
        ...job.runs[0],
        sequence: [piece.id],
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null, ...fit },
      },
    ],
  });
}

/** For tests: where on its path a row lies. */
export const lay = (change: Partial<typeof PLAIN_LAY>): Pick<RunFit, 'lay'> => ({
  lay: { ...PLAIN_LAY, inset: [0, 0], ...change } as RunFit['lay'],
});

/** For tests: the fit sentence of a job's first row, its spaces plain. */
export function readSentence(job: Job): { text: string; verdict: string; good: boolean } {
  const resolved = resolveRun(job);
  const { parts, verdict } = fitSentence(job, resolved, fitRow(resolved.source, resolved.request));
  const plain = (text: string): string => text.replace(/\u00a0/g, ' ');
  return {
    text: plain(parts.map((part) => part.text).join('')),
    verdict: plain(verdict.text),
    good: verdict.good,
  };
}
