import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { leftOutOfMotion } from '../svg-out/left-out';
import {
  groundOption,
  machineOption,
  marksOption,
  pathOption,
  runsOption,
  strayOption,
  wheelsOption,
} from './options';

export const html = exportOf({
  id: 'html',
  title: 'Page that plays, HTML',
  group: 'Pictures and films',
  purpose: 'one file to be opened by anybody, to play and to look at closely',
  ending: '.html',
  type: 'text/html',
  fitted: true,
  options: z.object({
    ...{ runs: runsOption, path: pathOption, wheels: wheelsOption, machine: machineOption },
    ...{ marks: marksOption, ground: groundOption, stray: strayOption },
  }),
  leavesOut: ({ machine }) => (machine ? leftOutOfMotion(machine) : []),
  write: async (input, asked) => {
    const [{ playerPage }, { drawSvg }] = await Promise.all([
      import('../html-out/player-page'),
      import('../svg-out'),
    ]);
    const machine = machineIn(input);
    const { text, moving, ...facts } = drawSvg(machine, {
      ...{ ...asked, moving: true, frame: 0, pictures: input.pictures },
    });
    return {
      content: playerPage(machine.job, text),
      facts: { ...facts, ...moving, frames: machine.job.motion.frames },
    };
  },
});
