import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { leftOutOfSolids } from '../scene-out/left-out';
import {
  askedFor,
  frameOption,
  framesOption,
  machineOption,
  marksOption,
  pathOption,
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
    path: pathOption,
    marks: marksOption,
    instances: askedFor(z.boolean().default(false), {
      title: 'Instances',
      description: 'What stands still and is many times there as one node (EXT_mesh_gpu_instancing).',
    }),
  }),
  leavesOut: ({ machine }, { frames }) =>
    machine ? leftOutOfSolids(machine, frames ? 'moving' : 'still') : [],
  write: async (input, { frame, frames, ...asked }) => {
    const { bakerIn, keptBodies, writeSceneGlb } = await import('../scene-out');
    const { kept, findings } = await keptBodies(input);
    const { bytes, facts } = await writeSceneGlb(machineIn(input), {
      ...asked,
      ...(frames ?? { from: frame, to: frame }),
      ...{ bake: bakerIn(input), kept },
    });
    const { nodes, triangles, ...moved } = facts;
    return { content: bytes, facts: { links: nodes, triangles, ...(frames ? moved : {}) }, findings };
  },
});
