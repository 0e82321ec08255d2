import * as z from 'zod';
import { leftOutOfSolids } from '../scene-out/left-out';
import { leftOutOfMotion } from '../svg-out/left-out';
import { exportOf, machineIn, platformIn, type ExportInput, type Written } from './export';
import {
  groundOption,
  machineOption,
  marksOption,
  pathOption,
  runsOption,
  strayOption,
  toleranceOption,
  wheelsOption,
} from './options';
import { mootOfView, viewOptions, viewpointOf } from './view-options';

const options = z.object({
  ...viewOptions,
  ...{ runs: runsOption, path: pathOption, wheels: wheelsOption, machine: machineOption },
  ...{ marks: marksOption, ground: groundOption, stray: strayOption, tolerance: toleranceOption },
});
type Asked = z.infer<typeof options>;

export const html = exportOf({
  id: 'html',
  title: 'Page that plays, HTML',
  group: 'Pictures and films',
  purpose: 'one file to be opened by anybody, to play, to look at closely, in space to turn',
  ending: '.html',
  type: 'text/html',
  fitted: true,
  options,
  moot: ({ view }) => mootOfView(view, ['tolerance'], ['ground']),
  leavesOut: ({ machine }, asked) => {
    if (!machine) return [];
    return viewpointOf(asked) ? leftOutOfSolids(machine, 'moving') : leftOutOfMotion(machine);
  },
  write: (input, asked) => (asked.view === 'plan' ? inPlan(input, asked) : inSpace(input, asked)),
});

async function inPlan(input: ExportInput, asked: Asked): Promise<Written> {
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
}

async function inSpace(input: ExportInput, asked: Asked): Promise<Written> {
  const machine = machineIn(input);
  const platform = platformIn(input);
  const [{ viewerPage }, { bakerIn, keptBodies, writeSceneGlb }] = await Promise.all([
    import('../html-out/viewer-page'),
    import('../scene-out'),
  ]);
  const { kept, findings } = await keptBodies(input);
  const { frames } = machine.job.motion;
  const solids = { ...asked, from: 0, to: frames, bake: bakerIn(input), kept };
  const { bytes, facts } = await writeSceneGlb(machine, solids);
  const { nodes, ...told } = facts;
  const from = viewpointOf(asked) ?? { turn: 0, tilt: 0 };
  const content = viewerPage(machine.job, bytes, await platform.viewer(), from);
  return { content, facts: { links: nodes, ...told, frames }, findings };
}
