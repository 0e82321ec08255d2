import type { Placement } from '@coin-relay/scene/solid';
import * as z from 'zod';
import { exportOf, machineIn, type ExportInput } from './export';
import { frameOption, framesOption, runsOption } from './options';

const options = z.object({ frame: frameOption, frames: framesOption, runs: runsOption });

async function placementsOf(
  input: ExportInput,
  { frame, frames, runs }: z.infer<typeof options>,
): Promise<readonly Placement[]> {
  // Entered by itself: all that solids are made with would come along.
  const { placements } = await import('@coin-relay/scene/placements');
  return placements(machineIn(input), frames ?? { from: frame, to: frame }, runs);
}

export const placesCsv = exportOf({
  id: 'places',
  title: 'Places, CSV',
  group: 'Tables',
  purpose: 'where each piece is, and which way',
  ending: '-places.csv',
  type: 'text/csv',
  fitted: true,
  options,
  write: async (input, given) => {
    const { placementsCsv } = await import('../placements');
    return placementsCsv(await placementsOf(input, given));
  },
});

export const placesJson = exportOf({
  id: 'places-json',
  title: 'Places, JSON',
  group: 'Tables',
  purpose: 'the same, for a program',
  ending: '-places.json',
  type: 'application/json',
  fitted: true,
  options,
  write: async (input, given) => {
    const { placementsJson } = await import('../placements');
    return placementsJson(machineIn(input), await placementsOf(input, given));
  },
});
