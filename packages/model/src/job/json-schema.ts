import * as z from 'zod';
import { JOB_VERSION } from './limits';
import { JobSchema } from './schema';

/** The JSON Schema (2020-12) of a job document. References between parts are not in it: the reader checks them. */
export function jobJsonSchema(): Record<string, unknown> {
  return {
    ...z.toJSONSchema(JobSchema, { target: 'draft-2020-12' }),
    title: `Coin Relay job, version ${JOB_VERSION}`,
  };
}
