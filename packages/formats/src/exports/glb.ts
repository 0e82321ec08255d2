import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { leftOutOfSolids } from '../scene-out/left-out';
import {
  frameOption,
  framesOption,
  machineOption,
  runsOption,
  strayOption,
  toleranceOption,
  wheelsOption,
} from './options';

export const glb = exportOf({
  id: 'glb',
  title: 'Solids, GLB',
  group: 'Solids',
  purpose: 'solids in space, still or moving',
  ending: '.glb',
  type: 'model/gltf-binary',
  fitted: true,
  options: z.object({
    frame: frameOption,
    frames: framesOption,
    runs: runsOption,
    tolerance: toleranceOption,
    stray: strayOption,
    wheels: wheelsOption,
    machine: machineOption,
  }),
  leavesOut: ({ machine }, { frames }) => (machine ? leftOutOfSolids(machine, frames !== undefined) : []),
  write: async (input, { frame, frames, ...asked }) => {
    const { writeSceneGlb } = await import('../scene-out');
    const { bytes, facts } = await writeSceneGlb(machineIn(input), {
      ...asked,
      ...(frames ?? { from: frame, to: frame }),
    });
    const { nodes, triangles, ...moved } = facts;
    return { content: bytes, facts: { links: nodes, triangles, ...(frames ? moved : {}) } };
  },
});
