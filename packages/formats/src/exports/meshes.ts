import * as z from 'zod';
import { leftOutOfSolids, type PicturesIn } from '../scene-out/left-out';
import { exportOf, machineIn, type ExportInput, type NamedFile } from './export';
import { fileName } from './file-name';
import { askedFor, frameOption, machineOption, runsOption, toleranceOption, wheelsOption } from './options';

const options = z.object({
  frame: frameOption,
  runs: runsOption,
  tolerance: toleranceOption,
  weld: askedFor(z.enum(['none', 'pieces', 'all']).default('none'), {
    title: 'Welded',
    description: 'Bodies as they are (none), those of each piece as one (pieces), or all as one (all).',
  }),
  clearance: askedFor(z.number().min(0).max(5).default(0), {
    title: 'Left free between bodies',
    description: 'What is left free between bodies that touch, to be printed in place, mm.',
    unit: 'mm',
  }),
  unit: askedFor(z.enum(['mm', 'cm', 'm', 'in']).default('mm'), {
    title: 'One unit of the file is',
    description: 'What one unit of the file is.',
  }),
  scale: askedFor(z.number().min(0.001).max(1_000).default(1), {
    title: 'Larger by a factor of',
    description: 'How much larger everything is made.',
  }),
  wheels: wheelsOption,
  machine: machineOption,
});
type Asked = z.infer<typeof options>;

const leavesOut =
  (pictures: PicturesIn) =>
  ({ machine }: ExportInput): readonly string[] =>
    machine ? leftOutOfSolids(machine, pictures) : [];

export const stl = exportOf({
  id: 'stl',
  title: 'Solids, STL',
  group: 'Solids',
  purpose: 'this moment, to be printed or cut',
  ending: '.stl',
  type: 'model/stl',
  fitted: true,
  options,
  leavesOut: leavesOut('none'),
  write: async (input, asked) => {
    const { keptBodies, writeSceneStl } = await import('../scene-out');
    const { kept, findings } = await keptBodies(input);
    const made = await writeSceneStl(machineIn(input), { ...asked, kept, wasm: input.platform?.wasm });
    return { ...made, findings: [...findings, ...made.findings] };
  },
});

/** An OBJ file, and the library of its materials. */
async function objFiles(
  input: ExportInput,
  asked: Asked,
): Promise<{
  readonly files: readonly NamedFile[];
  readonly facts: object;
  readonly findings: readonly string[];
}> {
  const { bakerIn, keptBodies, writeSceneObj } = await import('../scene-out');
  const [name, library] = ['.obj', '.mtl'].map((ending) => fileName(input.job.name, ending));
  const { kept, findings } = await keptBodies(input);
  const all = { ...asked, kept, wasm: input.platform?.wasm };
  const made = await writeSceneObj(machineIn(input), all, library, bakerIn(input));
  const { obj: text, mtl, pictures } = made.content;
  return {
    facts: made.facts,
    findings: [...findings, ...made.findings],
    files: [{ name, content: text }, { name: library, content: mtl }, ...pictures],
  };
}

export const obj = exportOf({
  id: 'obj',
  title: 'Solids, OBJ and MTL',
  group: 'Solids',
  purpose: 'the same, each by its name and material',
  ending: '-obj.zip',
  type: 'application/zip',
  fitted: true,
  options,
  leavesOut: leavesOut('still'),
  files: async function* (input, asked, wanted) {
    const { files } = await objFiles(input, asked);
    yield* files.filter(({ name }, i) => wanted(name, i));
  },
  write: async (input, asked) => {
    const [{ files, facts, findings }, { zipOf }] = await Promise.all([
      objFiles(input, asked),
      import('../frames/zip'),
    ]);
    return { content: await zipOf(files), facts, findings };
  },
});
