import { JOB_FORMAT, JOB_VERSION } from '../job';
import type { Job } from '../job/schema';

/** Whose machines they are. People, places and machines are invented. */
const PLACE = 'Gull Pier Arcade';

export function frame(name: string): Pick<Job, 'format' | 'version' | 'name' | 'place' | 'unit'> {
  return { format: JOB_FORMAT, version: JOB_VERSION, name, place: PLACE, unit: 'mm' };
}

export function run(
  name: string,
  sequence: string[],
  multiple: number,
  hold: Job['runs'][number]['fit']['hold'],
): Job['runs'][number] {
  return {
    id: 'row',
    name,
    path: 'loop',
    sequence,
    fit: { hold, rounding: 'nearest', multiple, count: null },
  };
}
