import * as z from 'zod';
import { length, lengthOrNone } from '../../job/fields';
import { base } from '../piece-base';

export const TrackShoeSchema = z
  .object({
    family: z.literal('track-shoe'),
    ...base,
    thickness: length,
    horn: lengthOrNone,
    grouser: lengthOrNone,
  })
  .describe('A shoe of a track, with a guide horn inside and a grouser outside.');

export type TrackShoe = z.infer<typeof TrackShoeSchema>;
