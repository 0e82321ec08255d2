import * as z from 'zod';
import { ALL_PATH_KINDS, type JobPath } from './all';
import { SCHEMA_PARTS } from './schema-parts';

const [first, ...others] = ALL_PATH_KINDS.map(({ schema }) => schema(SCHEMA_PARTS) as unknown as z.ZodObject);

/** A path of a job: its kind decides what it has. */
export const PathSchema = z.discriminatedUnion('kind', [first, ...others]) as unknown as z.ZodType<
  JobPath,
  JobPath
>;
