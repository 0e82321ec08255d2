import type { Job, Run, RunFit } from '../job/schema';
import { defaultSpan } from './span';
import { defaultTension, type MakesRoom } from './tension';

/**
 * What changes with what gives way: a wheel or a span is chosen where none was, and with a gap
 * links that do not go in whole are left out unless the user says otherwise; what is rounded to
 * where something gives way stays as it was.
 */
export function holdChange(job: Job, run: Run, hold: RunFit['hold'], makesRoom: MakesRoom): Partial<RunFit> {
  const { rounding, gapRounding, tension, span } = run.fit;
  return {
    hold,
    ...(hold === 'both' ? { gapRounding: gapRounding ?? (rounding === 'nearest' ? 'down' : rounding) } : {}),
    ...(hold === 'wheel' ? { tension: tension ?? defaultTension(job, run, makesRoom) } : {}),
    ...(hold === 'slack' ? { span: span ?? defaultSpan(job, run) } : {}),
  };
}
