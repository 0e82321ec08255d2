import * as z from 'zod';
import { drawSvg, leftOutOfMotion } from '../svg-out';
import { exportOf, machineIn } from './export';
import {
  groundOption,
  machineOption,
  marksOption,
  pathOption,
  runsOption,
  strayOption,
  wheelsOption,
} from './options';

export const svgMoving = exportOf({
  id: 'svg-moving',
  title: 'SVG, moving',
  group: 'Drawings',
  purpose: 'plays by itself, without end',
  ending: '-moving.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({
    ...{ runs: runsOption, path: pathOption, wheels: wheelsOption, machine: machineOption },
    ...{ marks: marksOption, ground: groundOption, stray: strayOption },
  }),
  leavesOut: ({ machine }) => (machine ? leftOutOfMotion(machine) : []),
  write: (input, asked) => {
    const { text, moving, ...facts } = drawSvg(machineIn(input), {
      ...{ ...asked, moving: true, frame: 0, pictures: input.pictures },
    });
    return { content: text, facts: { ...facts, ...moving } };
  },
});
