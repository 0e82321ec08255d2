import { jobParts } from '@coin-relay/scene';
import * as z from 'zod';
import { exportOf, machineIn } from './export';
import { runsOption } from './options';

const options = z.object({ runs: runsOption });
const load = () => import('../parts-list');

export const partsCsv = exportOf({
  id: 'parts',
  title: 'Parts, CSV',
  group: 'Tables',
  purpose: 'how many of which, what they weigh and cost',
  ending: '-parts.csv',
  type: 'text/csv',
  fitted: true,
  options,
  write: async (input, { runs }) => (await load()).partsListCsv(jobParts(machineIn(input), runs)),
});

export const partsPage = exportOf({
  id: 'parts-page',
  title: 'Parts, to print',
  group: 'Tables',
  purpose: 'the same as a page, with a drawing',
  ending: '-parts.html',
  type: 'text/html',
  fitted: true,
  options,
  write: async (input, { runs }) => {
    const [{ partsListPage }, { drawSvg }] = await Promise.all([load(), import('../svg-out')]);
    const machine = machineIn(input);
    const { pictures } = input;
    const { text } = drawSvg(machine, {
      moving: false,
      frame: 0,
      path: false,
      ground: false,
      runs,
      pictures,
    });
    return partsListPage(machine.job, jobParts(machine, runs), text);
  },
});
