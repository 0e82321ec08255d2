import { holdChange, type Job, type Run, type RunFit } from '@coin-relay/model';

/** What changes with what gives way. What it takes to try a wheel is loaded where one is chosen. */
export async function holdChangeOf(job: Job, run: Run, hold: RunFit['hold']): Promise<Partial<RunFit>> {
  if (hold !== 'wheel') return holdChange(job, run, hold, () => true);
  const { makesRoom } = await import('@coin-relay/model/makes-room');
  return holdChange(job, run, hold, makesRoom);
}
