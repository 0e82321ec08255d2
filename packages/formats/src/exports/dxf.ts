import type { Job } from '@coin-relay/model';
import * as z from 'zod';
import { exportOf, machineIn } from './export';
import {
  askedFor,
  frameOption,
  machineOption,
  pathOption,
  runsOption,
  toleranceOption,
  wheelsOption,
} from './options';

export const dxf = exportOf({
  id: 'dxf',
  title: 'Drawing, DXF',
  group: 'Drawings',
  purpose: 'to be drawn on or cut, flat or in space',
  ending: '.dxf',
  type: 'image/vnd.dxf',
  fitted: true,
  options: z.object({
    frame: frameOption,
    runs: runsOption,
    as: askedFor(z.enum(['flat', 'frames', 'faces']).default('flat'), {
      title: 'Drawn',
      description: 'Flat; figures in the plane each stands in (frames); or the faces of solids.',
    }),
    path: pathOption,
    wheels: wheelsOption,
    machine: machineOption,
    tolerance: toleranceOption,
  }),
  leavesOut: ({ machine }, { as }) => (machine ? leftOut(machine.job, as) : []),
  write: async (input, { as, machine, tolerance, ...asked }) => {
    const { writeFlatDxf, writeSpaceDxf } = await import('../dxf-out');
    return as === 'flat'
      ? writeFlatDxf(machineIn(input), { ...asked, machine }).text
      : writeSpaceDxf(machineIn(input), { ...asked, machine: machine && as === 'faces', as, tolerance }).text;
  },
});

/** What of a machine is not in such a drawing, a sentence each. */
function leftOut({ ties = [], anchors = [], pieces }: Job, as: 'flat' | 'frames' | 'faces'): string[] {
  const pictures = pieces.some(({ finish }) => finish?.picture);
  const linked = anchors.some(({ on }) => on.kind === 'crank' || on.kind === 'slider');
  return [
    ...(as === 'flat' && ties.length > 0 ? ['Springs and ropes are the lines along their middle.'] : []),
    ...(as === 'frames' && ties.length > 0 ? ['Springs and ropes are not in it.'] : []),
    ...(as === 'frames' && linked ? ['Cranks and rods are not in it.'] : []),
    ...(as === 'frames' ? ['Pieces that bend are drawn straight, from end to end.'] : []),
    ...(pictures ? ['Pictures on pieces are not in it.'] : []),
  ];
}
