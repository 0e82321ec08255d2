import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { leftOutOfSolids } from '../scene-out/left-out';
import { frameOption, framesOption, runsOption, toleranceOption, wheelsOption } from './options';

/** How far what moves may stray from where it is between its keys, mm. */
const STRAY = 0.05;

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
    tolerance: toleranceOption,
    stray: z
      .number()
      .min(0)
      .max(10)
      .default(STRAY)
      .describe('How far what moves may stray from where it is between two keys, mm.'),
    wheels: wheelsOption,
  }),
  leavesOut: ({ machine }, { frames }) => (machine ? leftOutOfSolids(machine, frames !== undefined) : []),
  write: async (input, { frame, frames, ...asked }) => {
    const { writeSceneGlb } = await import('../scene-out');
    const { bytes } = await writeSceneGlb(machineIn(input), {
      ...asked,
      ...(frames ?? { from: frame, to: frame }),
    });
    return bytes;
  },
});
