import type * as z from 'zod';

/**
 * How documents are read: only the first fault of one is ever told, and a document of many is not
 * read on to find them all. Zod has this switch, but not in its public types.
 */
const FIRST_FAULT = { abortEarly: true } as z.core.ParseContext<z.core.$ZodIssue>;

/** Checks a value by a schema up to its first fault. */
export const safeParseFirst = <S extends z.ZodType>(
  schema: S,
  value: unknown,
): z.ZodSafeParseResult<z.output<S>> => schema.safeParse(value, FIRST_FAULT);
