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
  toleranceOption,
  wheelsOption,
} from './options';
import { hiddenOption, mootOfView, viewOptions, viewpointOf } from './view-options';

export const svgStill = exportOf({
  id: 'svg',
  title: 'SVG, still',
  group: 'Drawings',
  purpose: 'this moment, in real size: in plan, or in space as lines of ink',
  ending: '.svg',
  type: 'image/svg+xml',
  fitted: true,
  options: z.object({
    ...viewOptions,
    ...{ hidden: hiddenOption, tolerance: toleranceOption },
    ...{ frame: frameOption, runs: runsOption, path: pathOption, marks: marksOption, wheels: wheelsOption },
    ...{ machine: machineOption, ground: groundOption },
  }),
  moot: ({ view }) => mootOfView(view, ['hidden', 'tolerance'], ['ground']),
  leavesOut: ({ machine }, asked) => {
    const pictured = machine?.job.pieces.some(({ finish }) => finish?.picture) === true;
    return pictured && viewpointOf(asked) ? ['Pictures on pieces are not in it: it is lines alone.'] : [];
  },
  write: async (input, asked) => {
    const from = viewpointOf(asked);
    if (from) {
      const [{ drawInkSvg }, { keptBodies }] = await Promise.all([
        import('../svg-out/write-ink'),
        import('../scene-out/kept-bodies'),
      ]);
      const { kept, findings } = await keptBodies(input);
      const { text, width, height, links } = drawInkSvg(machineIn(input), { ...asked, from, kept });
      return { content: text, facts: { width, height, links }, findings };
    }
    const { text, width, height, links } = drawSvg(machineIn(input), {
      ...{ ...asked, moving: false, pictures: input.pictures },
    });
    return { content: text, facts: { width, height, links } };
  },
});
