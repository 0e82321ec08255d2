import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { leftOutOfSolids } from '../scene-out/left-out';
import { frameOption, framesOption, runsOption } from './options';

/** How far chords may stray from what is round, and what moves from where it is between its keys, mm. */
const [TOLERANCE, STRAY] = [0.05, 0.05];

export const glb = exportOf({
  id: 'glb',
  title: 'Solids, GLB',
  purpose: 'solids in space, still or moving',
  ending: '.glb',
  type: 'model/gltf-binary',
  fitted: true,
  options: z.object({
    frame: frameOption,
    frames: framesOption,
    runs: runsOption,
    tolerance: z
      .number()
      .min(0.001)
      .max(10)
      .default(TOLERANCE)
      .describe('How far chords may stray from what is round, mm.'),
    stray: z
      .number()
      .min(0)
      .max(10)
      .default(STRAY)
      .describe('How far what moves may stray from where it is between two keys, mm.'),
    wheels: z.boolean().default(true).describe('Wheels too.'),
  }),
  leavesOut: ({ machine }) => (machine ? leftOutOfSolids(machine, false) : []),
  write: async (input, { frame, frames, ...asked }) => {
    const { writeSceneGlb } = await import('../scene-out');
    const { bytes } = await writeSceneGlb(machineIn(input), {
      ...asked,
      ...(frames ?? { from: frame, to: frame }),
    });
    return bytes;
  },
});
