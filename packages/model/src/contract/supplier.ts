import * as z from 'zod';

/** How the supplier's stand-in behaves: how long it takes to answer, and whether it answers at all. */
export const MoodBody = z.object({
  delay: z.number().int().min(0).max(15_000).describe('Milliseconds before every answer.'),
  down: z.boolean(),
});

export const ArticleAnswer = z.object({
  number: z.string(),
  entry: z.string(),
  name: z.string(),
  family: z.string(),
  pitch: z.number(),
  massPerMetre: z.number(),
  pricePerMetre: z.number(),
  stockMetres: z.number(),
});
export const ArticlesAnswer = z.object({
  supplier: z.string(),
  found: z.number().int(),
  articles: z.array(ArticleAnswer),
});

export type Mood = z.infer<typeof MoodBody>;
export type Article = z.infer<typeof ArticleAnswer>;
export type Articles = z.infer<typeof ArticlesAnswer>;
