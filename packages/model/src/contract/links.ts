import * as z from 'zod';
import { OwnLinkSchema } from '../pieces/own-link';

/** Links of one's own in the catalogue. */
export const KeptLinkAnswer = z.object({ id: z.string(), createdAt: z.string(), link: OwnLinkSchema });
export const LinksAnswer = z.object({ links: z.array(KeptLinkAnswer) });

export type KeptLink = z.infer<typeof KeptLinkAnswer>;
export type KeptLinks = z.infer<typeof LinksAnswer>;
