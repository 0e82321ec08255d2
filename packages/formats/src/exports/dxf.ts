import type { Job } from '@coin-relay/model';
import * as z from 'zod';
import { exportOf, machineIn } from './export';
import {
  askedFor,
  frameOption,
  machineOption,
  marksOption,
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
    marks: marksOption,
    wheels: wheelsOption,
    machine: machineOption,
    tolerance: toleranceOption,
  }),
  leavesOut: ({ machine }, { as }) => (machine ? leftOut(machine.job, as) : []),
  write: async (input, { as, machine, tolerance, ...asked }) => {
    const { writeFlatDxf, writeSpaceDxf } = await import('../dxf-out');
    const fitted = machineIn(input);
    if (as === 'flat') return writeFlatDxf(fitted, { ...asked, machine }).text;
    const { keptBodies } = await import('../scene-out/kept-bodies');
    const { kept, findings } = await keptBodies(input);
    const drawn = { ...asked, machine: machine && as === 'faces', as, tolerance, kept };
    return { content: writeSpaceDxf(fitted, drawn).text, facts: {}, findings };
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
