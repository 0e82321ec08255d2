import { freshId, type Job, type Run, type Lettering, type Shaping, type Upright } from '@coin-relay/model';
import { castDraft, type Draft } from 'immer';
import type { Command } from './command';

/** Another row: on a path, of the pieces of a row there is. */
export function addRun(job: Job, like: Run, path: string): { command: Command; id: string } {
  const id = freshId(job.runs, 'row');
  const run: Run = {
    id,
    name: `Row ${job.runs.length + 1}`,
    path,
    sequence: [...like.sequence],
    fit: { ...like.fit },
  };
  const drive = job.motion.drives.find((d) => d.run === like.id);
  return {
    id,
    command: {
      label: 'Add row',
      recipe: (draft) => {
        draft.runs.push(castDraft(run));
        if (drive) draft.motion.drives.push({ run: id, pitches: drive.pitches });
      },
    },
  };
}

/** Takes a row out; the last one stays. */
export function removeRun(id: string): Command {
  return {
    label: 'Remove row',
    recipe: (job) => {
      if (job.runs.length < 2) return;
      job.runs = job.runs.filter((run) => run.id !== id);
      job.motion.drives = job.motion.drives.filter((drive) => drive.run !== id);
    },
  };
}

/** A command that changes one run; it does nothing where that is gone. */
const ofRun = (runId: string, label: string, change: (run: Draft<Run>) => void): Command => ({
  label,
  recipe: (job) => {
    const run = job.runs.find((each) => each.id === runId);
    if (run) change(run);
  },
});

export const renameRun = (id: string, name: string): Command =>
  ofRun(id, 'Rename row', (run) => {
    run.name = name;
  });

/** What is up on the pieces of a run; null leaves them simply as the path lies. */
export const setUpright = (runId: string, upright: Upright | null, label = 'Change what is up'): Command =>
  ofRun(runId, label, (run) => {
    if (upright) run.upright = upright;
    else delete run.upright;
  });

/** How steep the path of a run may be, as height by length in plan; null points nothing out. */
export const setSteepest = (runId: string, slope: number | null): Command =>
  ofRun(runId, 'Change the steepest slope', (run) => {
    if (slope === null) delete run.steepest;
    else run.steepest = slope;
  });

/** What is written on the pieces of a run; null takes it off. */
export const setLettering = (runId: string, lettering: Lettering | null): Command =>
  ofRun(runId, lettering ? 'Letter the row' : 'Take the letters off', (run) => {
    if (lettering) run.lettering = lettering;
    else delete run.lettering;
  });

/** How what bends along the path of a run changes along it; null leaves it as it is. */
export const setShaping = (
  runId: string,
  shaping: Shaping | null,
  label = 'Change it along the path',
): Command =>
  ofRun(runId, label, (run) => {
    if (shaping) run.shaping = shaping;
    else delete run.shaping;
  });
