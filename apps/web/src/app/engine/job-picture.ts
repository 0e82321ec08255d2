import {
  fittedWords,
  fitSentence,
  formatLength,
  needsPrecomputing,
  NOTHING_PRECOMPUTED,
  pieceSummary,
  pieceWords,
  precomputeFrames,
  resolveRun,
  type FittedRow,
  type Job,
  type PrecomputedFrames,
} from '@coin-relay/model';
import { LIMITS } from '@coin-relay/core';
import { fitRun } from './open-job';
import type { Reply } from './reply';

/** What is to be seen of a job that is not open: its rows, all that moves in them, and its facts in words. */
export interface JobPicture {
  readonly rows: readonly FittedRow[];
  readonly prepared: PrecomputedFrames;
  readonly link: string;
  readonly facts: string;
  readonly verdict: { readonly good: boolean; readonly text: string };
}

/** Fits a job to be looked at; of rows that cannot be fitted only the first is told of. */
export function pictureOf(job: Job): Reply<JobPicture> {
  const rows: FittedRow[] = [];
  let links = 0;
  for (const [i, { id }] of job.runs.entries()) {
    if (links >= LIMITS.jobLinks) break;
    const reply = fitRun(job, id);
    if (reply.ok) {
      links += reply.value.fit.count;
      rows.push({ resolved: resolveRun(job, id), fit: reply.value.fit, setOut: reply.value.setOut });
    } else if (i === 0) return reply;
  }
  const [first] = rows;
  if (!first)
    return { ok: false, code: 'job-incomplete', message: 'There is nothing on it yet.', wheels: [] };
  const { resolved, fit } = first;
  const [, many] = pieceWords(resolved.sequence[0]);
  const others = rows.length > 1 ? `; ${rows.length} rows in all` : '';
  return {
    ok: true,
    value: {
      rows,
      prepared: needsPrecomputing(job) ? precomputeFrames(job, rows) : NOTHING_PRECOMPUTED,
      link: pieceSummary(job, resolved.sequence[0]),
      facts: `${fit.count} ${many} on ${formatLength(fit.layout.path.length, job.unit)}${fittedWords(fit, job.unit)}${others}`,
      verdict: fitSentence(job, resolved, fit).verdict,
    },
  };
}
