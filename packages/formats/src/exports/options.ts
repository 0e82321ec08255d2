import * as z from 'zod';

/** How an option is asked for: besides its sentence a short title, and what a number counts. */
interface Asked {
  readonly title: string;
  readonly description: string;
  readonly unit?: 'mm' | 'px';
}
const asked = <T extends z.ZodType>(schema: T, words: Asked): T => schema.meta({ ...words });

/** Options that several exports take. */
export const frameOption = asked(z.number().int().default(0), {
  title: 'Frame',
  description: 'The frame of the loop.',
});
export const framesOption = asked(
  z.strictObject({ from: z.number().int(), to: z.number().int() }).optional(),
  { title: 'Frames', description: 'A range of frames of the loop, both ends of it too, instead of one.' },
);
export const runsOption = asked(z.array(z.string()).max(1_000).optional(), {
  title: 'Rows',
  description: 'Only these rows, by their ids; all where nothing is said.',
});
export const pathOption = asked(z.boolean().default(false), {
  title: 'Path',
  description: 'Draw the path too.',
});
export const marksOption = asked(z.boolean().default(false), {
  title: 'Marks where pieces are left out',
  description: 'A small cross at each place that is left out.',
});
export const wheelsOption = asked(z.boolean().default(true), {
  title: 'Wheels',
  description: 'Wheels too.',
});
export const machineOption = asked(z.boolean().default(true), {
  title: 'Springs, ropes, cranks and gears',
  description: 'What lies between the rows too: springs, ropes, cranks, gears.',
});
export const groundOption = asked(z.boolean().default(true), {
  title: 'Ground',
  description: 'The ground, where the machine drives over one.',
});
/** How far solids may stray from what is round where nothing else is asked, mm. */
export const SOLID_TOLERANCE = 0.1;
export const toleranceOption = asked(z.number().min(0.001).max(10).default(SOLID_TOLERANCE), {
  title: 'What is round is off by at most',
  description: 'How far chords may stray from what is round, mm.',
  unit: 'mm',
});
export const strayOption = asked(z.number().min(0).max(10).default(0.05), {
  title: 'What moves is off by at most',
  description: 'How far what moves may stray from where it is between two keys, mm.',
  unit: 'mm',
});
export { asked as askedFor };
