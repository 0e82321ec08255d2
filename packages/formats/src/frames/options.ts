import * as z from 'zod';
import {
  askedFor,
  framesOption,
  groundOption,
  machineOption,
  marksOption,
  pathOption,
  runsOption,
  toleranceOption,
  wheelsOption,
} from '../exports/options';
import { hiddenOption, mootOfView, viewOptions } from '../exports/view-options';

/** A side of a picture, px, at the most. */
export const MOST_SIDE = 8_192;
/** Pictures that are made at once, at the most. */
export const MOST_PICTURES = 10_000;

const side = z.number().int().min(16).max(MOST_SIDE);

/** Options of all that is made of pictures. */
export const pictureOptions = {
  ...viewOptions,
  look: askedFor(z.enum(['shaded', 'ink']).default('shaded'), {
    title: 'Drawn',
    description: 'In space: shaded, in light and shadow, or as lines of ink.',
  }),
  ...{ hidden: hiddenOption, tolerance: toleranceOption },
  width: askedFor(side.default(1920), { title: 'Width', description: 'How wide, px.', unit: 'px' }),
  height: askedFor(side.default(1080), { title: 'Height', description: 'How high, px.', unit: 'px' }),
  frames: framesOption,
  step: askedFor(z.number().int().min(1).max(1_000).default(1), {
    title: 'One picture every so many frames',
    description: 'Every so many frames one picture.',
  }),
  clear: askedFor(z.boolean().default(false), {
    title: 'Clear ground',
    description: 'Leave the ground it lies on clear.',
  }),
  ...{ runs: runsOption, path: pathOption, marks: marksOption, wheels: wheelsOption },
  ...{ machine: machineOption, ground: groundOption },
};
export const timesOption = askedFor(z.number().int().min(1).max(100).default(1), {
  title: 'So many times the loop',
  description: 'So many times the loop.',
});

export const PictureOptions = z.object(pictureOptions);
export type PicturesAsked = z.infer<typeof PictureOptions>;

/** Options of pictures that say nothing as the others are. */
export function mootOfPictures({ view, look }: Readonly<Record<string, unknown>>): readonly string[] {
  const ink = look === 'ink';
  return mootOfView(
    view,
    ['look', 'hidden', 'tolerance'],
    ink ? ['ground'] : ['hidden', 'tolerance', 'marks'],
  );
}
