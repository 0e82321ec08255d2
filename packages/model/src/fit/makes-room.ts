import { fitRow, RelayError } from '@coin-relay/core';
import type { Job, RunFit } from '../job/schema';
import { resolveRun } from '../resolve';
import type { MakesRoom } from './tension';

/** Tries it: fits the run with that wheel giving way. */
export const makesRoom: MakesRoom = (job, run, tension) => {
  const fit: RunFit = { ...run.fit, hold: 'wheel', tension };
  const tried: Job = {
    ...job,
    runs: job.runs.map((other) => (other.id === run.id ? { ...run, fit } : other)),
  };
  try {
    const { source, request } = resolveRun(tried, run.id);
    return fitRow(source, request).closes;
  } catch (error) {
    if (error instanceof RelayError) return false;
    throw error;
  }
};
