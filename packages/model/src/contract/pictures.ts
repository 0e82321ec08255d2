import * as z from 'zod';

/** A picture that is kept, named by the SHA-256 of its bytes. */
export const PictureAnswer = z.object({ picture: z.string(), kind: z.string() });

export type KeptPicture = z.infer<typeof PictureAnswer>;
