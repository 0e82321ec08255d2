import * as z from 'zod';
import { writeSvg } from '../svg-out';
import { exportOf, machineIn } from './export';

export const svgStill = exportOf({
  id: 'svg',
  title: 'SVG, still',
  purpose: 'this moment, in real size',
  ending: '.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({
    frame: z.number().int().default(0).describe('The frame of the loop.'),
    path: z.boolean().default(false).describe('Draw the path too.'),
  }),
  write: (input, { frame, path }) =>
    writeSvg(machineIn(input), { moving: false, frame, path, pictures: input.pictures }),
});
