import * as z from 'zod';

/** Options that several exports take. */
export const frameOption = z.number().int().default(0).describe('The frame of the loop.');
export const pathOption = z.boolean().default(false).describe('Draw the path too.');
export const runsOption = z
  .array(z.string())
  .max(1_000)
  .optional()
  .describe('Only these rows, by their ids; all where nothing is said.');
export const framesOption = z
  .strictObject({ from: z.number().int(), to: z.number().int() })
  .optional()
  .describe('A range of frames of the loop, both ends of it too, instead of one.');
/** How far solids may stray from what is round where nothing else is asked, mm. */
export const SOLID_TOLERANCE = 0.1;
export const toleranceOption = z
  .number()
  .min(0.001)
  .max(10)
  .default(SOLID_TOLERANCE)
  .describe('How far chords may stray from what is round, mm.');
export const wheelsOption = z.boolean().default(true).describe('Wheels too.');
export const machineOption = z
  .boolean()
  .default(true)
  .describe('What lies between the rows too: springs, ropes, cranks, gears.');
export const groundOption = z
  .boolean()
  .default(true)
  .describe('The ground, where the machine drives over one.');
export const strayOption = z
  .number()
  .min(0)
  .max(10)
  .default(0.05)
  .describe('How far what moves may stray from where it is between two keys, mm.');
