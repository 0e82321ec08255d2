import { RelayError } from '@coin-relay/core';
import { extrude } from '@coin-relay/core/solid';
import { writeGlb, writeObj, writeStl } from '@coin-relay/formats/solid';
import { mendSolids, readSolids, thinned } from '@coin-relay/formats/solid-in';
import { joinDrawing, readWheels, readCsv, readDxf, readSvg, type Drawing } from '@coin-relay/formats';
import { demoJobs, parseJob } from '@coin-relay/model';
import { fitTasks } from '../../apps/web/src/app/engine/fit-tasks';
import type { Reply } from '../../apps/web/src/app/engine/reply';

/** A format whose reader is tried, with the files that are mutated. */
export interface Target {
  readonly name: string;
  readonly seeds: readonly string[];
  /** @throws RelayError for what cannot be read; anything else it throws is a fault */
  readonly read: (text: string) => void | Promise<void>;
}

const joined = (drawing: Drawing): void => {
  joinDrawing(drawing, 0.01);
};

/** What a page does with a job that is opened: fits it, looks for cuts, and works its frames out. */
async function openJob(text: string): Promise<void> {
  const job = parseJob(JSON.parse(text));
  const tasks = fitTasks();
  tasks.openJob(job);
  const runs = job.runs.map(({ id }) => id);
  sound(tasks.rest(runs.map((run) => ({ run, has: null })), null).rows.map(({ reply }) => reply)); // prettier-ignore
  for (const run of runs) sound([await tasks.cuts(run)]);
  sound([tasks.prepare(job, false, () => undefined)]);
}

/** What broke in a way that is none of ours. */
function sound(replies: readonly (Reply<unknown> | null)[]): void {
  for (const reply of replies)
    if (reply && !reply.ok && reply.code === 'internal') throw new Error(reply.message);
}

/** A file of solids, a byte a character. */
const bytesOf = (text: string): Uint8Array => Uint8Array.from(text, (one) => one.charCodeAt(0) & 0xff);
const textOf = (bytes: Uint8Array): string => Array.from(bytes, (one) => String.fromCharCode(one)).join('');

/** A small solid in each format. */
async function solids(): Promise<readonly string[]> {
  const mesh = extrude([Float64Array.of(0, 0, 20, 0, 20, 6, 0, 6)], -1, 1, 0.3);
  const parts = ['Plate', 'Lid'].map((name) => ({ name, material: 'brass', colour: '#c8a24a', mesh }));
  const corner = (i: number): string =>
    `vertex ${[...mesh.positions.subarray(3 * mesh.triangles[i], 3 * mesh.triangles[i] + 3)].join(' ')}`;
  const facets = Array.from({ length: mesh.triangles.length / 3 }, (_, t) =>
    [
      'facet normal 0 0 0',
      'outer loop',
      ...[0, 1, 2].map((j) => corner(3 * t + j)),
      'endloop',
      'endfacet',
    ].join('\n'),
  );
  return [
    `solid plate\n${facets.join('\n')}\nendsolid plate\n`,
    textOf(writeStl(mesh, 'plate')),
    writeObj(parts, 'plate'),
    textOf(await writeGlb(parts, 'plate')),
  ];
}
const SOLIDS = await solids();

async function readSolid(text: string): Promise<void> {
  const name = /^[#ov]/.test(text) ? 'a.obj' : 'a.stl';
  const { bodies } = mendSolids(await readSolids(bytesOf(text), name), { weld: 0.01 });
  await thinned(
    bodies.map(({ mesh }) => mesh),
    10,
  );
}

export const TARGETS = (fixtures: Readonly<Record<string, readonly string[]>>): readonly Target[] => [
  { name: 'svg', seeds: fixtures['svg'], read: (text) => joined(readSvg(text)) },
  { name: 'dxf', seeds: fixtures['dxf'], read: (text) => joined(readDxf(text)) },
  { name: 'csv', seeds: fixtures['csv'], read: (text) => joined(readCsv(text)) },
  {
    name: 'wheels',
    seeds: fixtures['wheels'],
    read: (text) => {
      readWheels(text);
    },
  },
  { name: 'solid', seeds: SOLIDS, read: readSolid },
  { name: 'job', seeds: jobs(fixtures['job']), read: (text) => void parseJob(JSON.parse(text)) },
  { name: 'open', seeds: jobs(fixtures['job']), read: openJob },
];

function jobs(fixtures: readonly string[]): readonly string[] {
  return [...demoJobs().map(({ job }) => JSON.stringify(job)), ...fixtures];
}

/** Whether an error is how a reader says what is wrong with a file. */
export const isRefusal = (error: unknown): boolean =>
  error instanceof RelayError || (error instanceof SyntaxError && /JSON/.test(error.message));
