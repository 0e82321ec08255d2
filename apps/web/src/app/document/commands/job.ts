import { PLAIN_LAY, type RowLay } from '@coin-relay/core';
import type { Motion, RunFit, Unit } from '@coin-relay/model';
import { castDraft } from 'immer';
import type { Command } from './command';

export function renameJob(name: string): Command {
  return {
    label: 'Rename job',
    recipe: (job) => {
      job.name = name;
    },
  };
}

export function setUnit(unit: Unit): Command {
  return {
    label: 'Change unit',
    recipe: (job) => {
      job.unit = unit;
    },
  };
}

export function setFit(runId: string, change: Partial<RunFit>): Command {
  return {
    label: change.hold !== undefined ? 'Change what gives way' : 'Change count',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (run) Object.assign(run.fit, change);
    },
  };
}

/** Changes where on its path a row lies. A row that lies on all of it, from its start, says nothing of it. */
export function setLay(runId: string, change: Partial<RowLay>, label = 'Change where it lies'): Command {
  return {
    label,
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      const lay = { ...PLAIN_LAY, ...run.fit.lay, ...change };
      if (JSON.stringify(lay) === JSON.stringify(PLAIN_LAY)) delete run.fit.lay;
      else run.fit.lay = castDraft({ ...lay, inset: [...lay.inset] });
    },
  };
}

/** Changes which places a pin has to stand on. */
export function setMeet(runId: string, change: Partial<NonNullable<RunFit['meet']>>): Command {
  return {
    label: 'Change what is met',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      const meet = { corners: null, at: [], ...run.fit.meet, ...change };
      if (meet.corners === null && meet.at.length === 0) delete run.fit.meet;
      else run.fit.meet = meet;
    },
  };
}

export function setMotion(change: Partial<Pick<Motion, 'framesPerSecond' | 'frames'>>): Command {
  return {
    label: 'Change loop',
    recipe: (job) => {
      Object.assign(job.motion, change);
    },
  };
}

/** How many pitches a run travels in one loop; negative runs it backwards. */
export function setTravel(runId: string, pitches: number): Command {
  return {
    label: 'Change travel',
    recipe: (job) => {
      const drive = job.motion.drives.find((d) => d.run === runId);
      if (drive) drive.pitches = pitches;
      else job.motion.drives.push({ run: runId, pitches });
    },
  };
}
