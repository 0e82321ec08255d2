import type { Motion, RunFit, Unit } from '@coin-relay/model';
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
