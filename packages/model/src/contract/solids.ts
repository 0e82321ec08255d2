import * as z from 'zod';

/** A body that is kept, named by the SHA-256 of its bytes. */
export const SolidAnswer = z.object({ solid: z.string() });

export type KeptSolidName = z.infer<typeof SolidAnswer>;
