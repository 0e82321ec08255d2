import * as z from 'zod';
import { drawSvg } from '../svg-out';
import { exportOf, machineIn } from './export';
import {
  frameOption,
  groundOption,
  machineOption,
  marksOption,
  pathOption,
  runsOption,
  wheelsOption,
} from './options';

export const svgStill = exportOf({
  id: 'svg',
  title: 'SVG, still',
  group: 'Drawings',
  purpose: 'this moment, in real size',
  ending: '.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({
    ...{ frame: frameOption, runs: runsOption, path: pathOption, marks: marksOption, wheels: wheelsOption },
    ...{ machine: machineOption, ground: groundOption },
  }),
  write: (input, asked) => {
    const { text, width, height, links } = drawSvg(machineIn(input), {
      ...{ ...asked, moving: false, pictures: input.pictures },
    });
    return { content: text, facts: { width, height, links } };
  },
});
