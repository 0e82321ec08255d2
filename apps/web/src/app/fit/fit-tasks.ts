import { fitRow, RelayError, type FitOutcome, type RelayErrorCode } from '@coin-relay/core';
import { readSvg, type Drawing } from '@coin-relay/formats';
import { resolveRun, type Job } from '@coin-relay/model';

/** An answer, or what was wrong, in a form that crosses threads. */
export type Reply<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly code: RelayErrorCode | 'internal';
      readonly message: string;
      readonly wheels: readonly string[];
    };

/** What a count near the fitted one would cost. */
export interface Candidate {
  readonly count: number;
  readonly pitchChange: number | null;
  readonly scale: number;
  readonly gap: number;
  readonly closes: boolean;
}

/** The work of the fit worker. Pure: tested without a worker. */
export const FIT_TASKS = {
  fit(job: Job, runId: string): Reply<FitOutcome> {
    return replied(() => {
      const { source, request } = resolveRun(job, runId);
      return fitRow(source, request);
    });
  },

  /** Fits with the counts around the given one, in steps of the multiple. */
  candidates(job: Job, runId: string, around: number): Reply<readonly Candidate[]> {
    return replied(() => {
      const { source, request } = resolveRun(job, runId);
      const found: Candidate[] = [];
      for (let k = -2; k <= 2; k++) {
        const count = around + k * request.multiple;
        try {
          const { pitchChange, scale, gap, closes } = fitRow(source, { ...request, count });
          found.push({ count, pitchChange, scale, gap, closes });
        } catch (error) {
          // A count that cannot be made is no candidate.
          if (!(error instanceof RelayError)) throw error;
        }
      }
      return found;
    });
  },

  readSvg(text: string): Reply<Drawing> {
    return replied(() => readSvg(text));
  },
} as const;

export type FitTasks = typeof FIT_TASKS;

function replied<T>(work: () => T): Reply<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof RelayError) {
      return { ok: false, code: error.code, message: error.message, wheels: error.subject.wheels ?? [] };
    }
    return { ok: false, code: 'internal', message: `This broke: ${String(error)}`, wheels: [] };
  }
}
