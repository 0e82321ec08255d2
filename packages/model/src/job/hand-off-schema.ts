import * as z from 'zod';
import { id, name } from './fields';

/** A value of an option of an export: what it may be says the export itself. */
const OptionSchema = z.union([
  z.boolean(),
  z.number(),
  z.string().max(200),
  z.array(z.string().max(40)).max(1_000),
  z.strictObject({ from: z.number().int(), to: z.number().int() }),
]);

/** A way to hand the job off that is kept with it, to be repeated. */
export const HandOffSchema = z.object({
  id,
  name,
  as: z.string().min(1).max(40).describe('The id of the export.'),
  options: z
    .record(z.string().max(40), OptionSchema)
    .describe('The options it is given; those it does not name are as the export has them.'),
});

export type HandOff = z.infer<typeof HandOffSchema>;
