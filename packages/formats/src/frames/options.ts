import * as z from 'zod';
import {
  framesOption,
  groundOption,
  machineOption,
  pathOption,
  runsOption,
  wheelsOption,
} from '../exports/options';

/** A side of a picture, px, at the most. */
export const MOST_SIDE = 8_192;
/** Pictures that are made at once, at the most. */
export const MOST_PICTURES = 10_000;

const side = z.number().int().min(16).max(MOST_SIDE);

/** Options of all that is made of pictures. */
export const pictureOptions = {
  width: side.default(1920).describe('How wide, px.'),
  height: side.default(1080).describe('How high, px.'),
  frames: framesOption,
  step: z.number().int().min(1).max(1_000).default(1).describe('Every so many frames one picture.'),
  clear: z.boolean().default(false).describe('Leave the ground it lies on clear.'),
  ...{ runs: runsOption, path: pathOption, wheels: wheelsOption },
  ...{ machine: machineOption, ground: groundOption },
};
export const timesOption = z.number().int().min(1).max(100).default(1).describe('So many times the loop.');

const shape = z.object(pictureOptions);
export type PicturesAsked = z.infer<typeof shape>;
