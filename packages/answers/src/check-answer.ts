import { closeApproaches, fitRow, RelayError } from '@coin-relay/core';
import {
  findingsOf,
  parseJob,
  pieceWidth,
  resolveRun,
  resolveSetOut,
  type Finding,
  type Job,
} from '@coin-relay/model';
import { neighbourCuts } from '@coin-relay/scene';
import { rowScene } from '@coin-relay/scene';

/** A finding of a job: which run it is of, how heavy it is, where (mm along its path) and how large. */
export interface CheckedFinding {
  readonly kind: Finding['kind'] | 'cannot-fit';
  readonly run: string;
  readonly weight: Finding['weight'];
  readonly at: number | null;
  readonly size: number | null;
  readonly message: string;
}

export interface CheckAnswer {
  readonly findings: readonly CheckedFinding[];
}

/** Everything the checks have to say about a job's runs; a run that cannot be fitted at all is a finding too. */
export function checkAnswer(document: unknown, run?: string): CheckAnswer {
  const job = parseJob(document);
  const runs = run === undefined ? job.runs.map(({ id }) => id) : [resolveRun(job, run).run.id];
  return { findings: runs.flatMap((id) => findingsOfRun(job, id)) };
}

function findingsOfRun(job: Job, run: string): CheckedFinding[] {
  try {
    const resolved = resolveRun(job, run);
    const fit = fitRow(resolved.source, resolved.request);
    const approaches = closeApproaches(fit.layout.path, pieceWidth(resolved.sequence));
    const setOut = resolveSetOut(job, resolved.run, fit);
    const cuts = neighbourCuts(rowScene(fit, setOut));
    return findingsOf(job, resolved, fit, approaches, setOut, cuts).map(
      ({ kind, weight, at, size, text }) => ({
        kind,
        run,
        weight,
        at,
        size,
        message: text.replace(/\u00a0/g, ' '),
      }),
    );
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    return [{ kind: 'cannot-fit', run, weight: 'error', at: null, size: null, message: error.message }];
  }
}
