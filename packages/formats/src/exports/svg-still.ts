import * as z from 'zod';
import { writeSvg } from '../svg-out';
import { exportOf, machineIn } from './export';
import { frameOption, pathOption } from './options';

export const svgStill = exportOf({
  id: 'svg',
  title: 'SVG, still',
  purpose: 'this moment, in real size',
  ending: '.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({
    frame: frameOption,
    path: pathOption,
  }),
  write: (input, { frame, path }) =>
    writeSvg(machineIn(input), { moving: false, frame, path, pictures: input.pictures }),
});
