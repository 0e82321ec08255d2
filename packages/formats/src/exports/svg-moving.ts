import * as z from 'zod';
import { leftOutOfMotion, writeSvg } from '../svg-out';
import { exportOf, machineIn } from './export';
import { pathOption } from './options';

export const svgMoving = exportOf({
  id: 'svg-moving',
  title: 'SVG, moving',
  purpose: 'plays by itself, without end',
  ending: '-moving.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({ path: pathOption }),
  leavesOut: ({ machine }) => (machine ? leftOutOfMotion(machine) : []),
  write: (input, { path }) =>
    writeSvg(machineIn(input), { moving: true, frame: 0, path, pictures: input.pictures }),
});
