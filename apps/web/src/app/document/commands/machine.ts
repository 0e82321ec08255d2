import type { Anchor, AnchorOn, BreathOfRun, Drive, Job, Measure, Tie } from '@coin-relay/model';
import { castDraft, type Draft } from 'immer';
import type { Command } from './command';

/** The drive of a run, made where there is none. */
function driveOf(job: Draft<Job>, run: string): Draft<Drive> {
  let drive = job.motion.drives.find((entry) => entry.run === run);
  if (!drive) {
    drive = { run, pitches: 0 };
    job.motion.drives.push(drive);
  }
  return drive;
}

/** How a run goes through its travel; null for at one speed. */
export function setManner(run: string, manner: Drive['manner'] | null): Command {
  return {
    label: 'Change manner',
    recipe: (job) => {
      const drive = driveOf(job, run);
      if (manner) drive.manner = castDraft(manner);
      else delete drive.manner;
    },
  };
}

/** What drives a run; null for itself. */
export function setTrain(run: string, train: Drive['train'] | null): Command {
  return {
    label: 'Change drive',
    recipe: (job) => {
      const drive = driveOf(job, run);
      if (train) drive.train = castDraft(train);
      else delete drive.train;
    },
  };
}

/** Lets the machine drive over the ground on a run, or stand. */
export function setBody(run: string | null): Command {
  return {
    label: 'Change what moves',
    recipe: (job) => {
      job.motion.body = run === null ? null : { run };
    },
  };
}

/** Lets plain wheels roll true, or slip a little so that the loop closes. */
export function setRollTrue(rollTrue: boolean): Command {
  return {
    label: 'Change how wheels roll',
    recipe: (job) => {
      job.motion.rollTrue = rollTrue;
    },
  };
}

/** How the pieces of a run breathe; null for not at all. */
export function setBreath(run: string, breath: Omit<BreathOfRun, 'run'> | null): Command {
  return {
    label: 'Change breathing',
    recipe: (job) => {
      const others = (job.motion.breaths ?? []).filter((entry) => entry.run !== run);
      job.motion.breaths = breath ? [...others, { ...breath, run }] : others;
    },
  };
}

export function putAnchor(anchor: Anchor): Command {
  return { label: 'Change anchor', recipe: (job) => put((job.anchors ??= []), anchor) };
}

/** Writes where an anchor is, while it is dragged. */
export function writeAnchor(job: Draft<Job>, id: string, on: AnchorOn): void {
  const anchor = job.anchors?.find((entry) => entry.id === id);
  if (anchor) anchor.on = on;
}

/** Takes an anchor out, with all that is tied to it. */
export function removeAnchor(id: string): Command {
  return {
    label: 'Remove anchor',
    recipe: (job) => {
      job.anchors = (job.anchors ?? []).filter((entry) => entry.id !== id);
    },
  };
}

export function putTie(tie: Tie): Command {
  return { label: `Change ${tie.is.kind}`, recipe: (job) => put((job.ties ??= []), tie) };
}

export function removeTie(id: string): Command {
  return {
    label: 'Take off',
    recipe: (job) => {
      job.ties = (job.ties ?? []).filter((entry) => entry.id !== id);
    },
  };
}

export function putMeasure(measure: Measure): Command {
  return { label: 'Change measure', recipe: (job) => put((job.measures ??= []), measure) };
}

export function removeMeasure(id: string): Command {
  return {
    label: 'Remove measure',
    recipe: (job) => {
      job.measures = (job.measures ?? []).filter((entry) => entry.id !== id);
    },
  };
}

/** Several changes as one step of undo. */
export function together(label: string, commands: readonly Command[]): Command {
  return {
    label,
    recipe: (job) => {
      for (const { recipe } of commands) recipe(job);
    },
  };
}

function put<T extends { id: string }>(list: Draft<T>[], item: T): void {
  const i = list.findIndex((entry) => (entry as { id: string }).id === item.id);
  if (i < 0) list.push(castDraft(item));
  else list[i] = castDraft(item);
}
