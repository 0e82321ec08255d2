import { RelayError } from '@coin-relay/core';
import { joinDrawing, readWheels, readCsv, readDxf, readSvg, type Drawing } from '@coin-relay/formats';
import { demoJobs, parseJob } from '@coin-relay/model';
import { fitTasks } from '../../apps/web/src/app/engine/fit-tasks';
import type { Reply } from '../../apps/web/src/app/engine/reply';

/** A format whose reader is tried, with the files that are mutated. */
export interface Target {
  readonly name: string;
  readonly seeds: readonly string[];
  /** @throws RelayError for what cannot be read; anything else it throws is a fault */
  readonly read: (text: string) => void;
}

const joined = (drawing: Drawing): void => {
  joinDrawing(drawing, 0.01);
};

/** What a page does with a job that is opened: fits it, looks for cuts, and works its frames out. */
function openJob(text: string): void {
  const job = parseJob(JSON.parse(text));
  const tasks = fitTasks();
  tasks.openJob(job);
  const runs = job.runs.map(({ id }) => id);
  sound(tasks.rest(runs.map((run) => ({ run, has: null })), null).rows.map(({ reply }) => reply)); // prettier-ignore
  for (const run of runs) sound([tasks.cuts(run)]);
  sound([tasks.prepare(job, false, () => undefined)]);
}

/** What broke in a way that is none of ours. */
function sound(replies: readonly (Reply<unknown> | null)[]): void {
  for (const reply of replies)
    if (reply && !reply.ok && reply.code === 'internal') throw new Error(reply.message);
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
  { name: 'job', seeds: jobs(fixtures['job']), read: (text) => void parseJob(JSON.parse(text)) },
  { name: 'open', seeds: jobs(fixtures['job']), read: openJob },
];

function jobs(fixtures: readonly string[]): readonly string[] {
  return [...demoJobs().map(({ job }) => JSON.stringify(job)), ...fixtures];
}

/** Whether an error is how a reader says what is wrong with a file. */
export const isRefusal = (error: unknown): boolean =>
  error instanceof RelayError || (error instanceof SyntaxError && /JSON/.test(error.message));
