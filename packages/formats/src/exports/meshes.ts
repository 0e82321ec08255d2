import * as z from 'zod';
import { leftOutOfSolids } from '../scene-out/left-out';
import { exportOf, machineIn, type ExportInput } from './export';
import { frameOption, runsOption, toleranceOption, wheelsOption } from './options';

const options = z.object({
  frame: frameOption,
  runs: runsOption,
  tolerance: toleranceOption,
  wheels: wheelsOption,
});
const leavesOut = ({ machine }: ExportInput): readonly string[] =>
  machine ? leftOutOfSolids(machine, false) : [];

export const stl = exportOf({
  id: 'stl',
  title: 'Solids, STL',
  group: 'Solids',
  purpose: 'this moment, to be printed or cut',
  ending: '.stl',
  type: 'model/stl',
  fitted: true,
  options,
  leavesOut,
  write: async (input, asked) => {
    const { writeSceneStl } = await import('../scene-out');
    return writeSceneStl(machineIn(input), asked);
  },
});

export const obj = exportOf({
  id: 'obj',
  title: 'Solids, OBJ',
  group: 'Solids',
  purpose: 'the same, each by its name and material',
  ending: '.obj',
  type: 'model/obj',
  fitted: true,
  options,
  leavesOut,
  write: async (input, asked) => {
    const { writeSceneObj } = await import('../scene-out');
    return writeSceneObj(machineIn(input), asked);
  },
});
