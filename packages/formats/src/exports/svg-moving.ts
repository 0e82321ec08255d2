import * as z from 'zod';
import { leftOutOfMotion, writeSvg } from '../svg-out';
import { exportOf, machineIn } from './export';

export const svgMoving = exportOf({
  id: 'svg-moving',
  title: 'SVG, moving',
  purpose: 'plays by itself, without end',
  ending: '-moving.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({ path: z.boolean().default(false).describe('Draw the path too.') }),
  leavesOut: ({ machine }) => (machine ? leftOutOfMotion(machine) : []),
  write: (input, { path }) =>
    writeSvg(machineIn(input), { moving: true, frame: 0, path, pictures: input.pictures }),
});
