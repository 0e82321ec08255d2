import { PLAIN_LAY, type RowLay } from '@coin-relay/core';
import {
  rehung,
  strandsOfRun,
  verticalOf,
  withEndToEnd,
  type Job,
  type Motion,
  type RunFit,
  type Unit,
} from '@coin-relay/model';
import { castDraft, type Draft } from 'immer';
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

/** Says whether the drawing is one from the side, or from above. */
export function setStands(stands: NonNullable<Job['stands']>): Command {
  return {
    label: stands === 'lying' ? 'Lay the job down' : 'Stand the job up',
    recipe: (job) => {
      const before = verticalOf(job);
      if (stands === 'lying') job.stands = stands;
      else delete job.stands;
      // What hangs goes on hanging down, between the same places.
      job.paths = job.paths.map((path) =>
        path.kind === 'hang' ? castDraft(rehung(path, before, verticalOf(job))) : path,
      );
    },
  };
}

/** How far a row stands in front of the plane of the job, mm; null leaves it to be found. */
export function setSideways(runId: string, sideways: number | null): Command {
  return {
    label: 'Move the row in depth',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      if (sideways === null) delete run.sideways;
      else run.sideways = sideways;
    },
  };
}

export function setFit(runId: string, change: Partial<RunFit>): Command {
  return {
    label:
      change.hold !== undefined
        ? 'Change what gives way'
        : 'tolerance' in change
          ? 'Change tolerance'
          : 'Change count',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      Object.assign(run.fit, change);
      if (run.fit.tolerance === undefined) delete run.fit.tolerance;
    },
  };
}

/** Writes how far apart the carried pieces of a run stand, or the gap between pieces laid end to end. */
export function writeSpacing(job: Draft<Job>, runId: string, sets: 'spacing' | 'gap', value: number): void {
  const run = job.runs.find((r) => r.id === runId);
  if (!run) return;
  if (sets === 'gap') {
    if (run.fit.endToEnd) run.fit.endToEnd.gap = value;
    return;
  }
  // Their own size stays: only the places are further apart.
  for (const piece of job.pieces) if (run.sequence.includes(piece.id)) piece.pitch = value;
}

/** Lays the pieces of a run end to end with a gap, or all at one pitch again. */
export function setEndToEnd(runId: string, endToEnd: RunFit['endToEnd']): Command {
  return {
    label: 'Change how pieces follow',
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (run?.fit.endToEnd && endToEnd) run.fit.endToEnd = { ...endToEnd };
      else Object.assign(job, withEndToEnd(job as Job, runId, endToEnd) as Draft<Job>);
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
      if (!meet.points) delete meet.points;
      if (!meet.alone) delete meet.alone;
      if (meet.corners === null && meet.at.length === 0 && !meet.points) delete run.fit.meet;
      else run.fit.meet = meet;
    },
  };
}

/** One piece on every point of the path and none between them, or no longer so. */
export function setOnEveryPoint(runId: string, wanted: boolean): Command {
  return {
    label: 'Put a piece on every point',
    recipe: (job) => {
      setMeet(runId, { points: wanted, alone: wanted }).recipe(job);
      const run = job.runs.find((r) => r.id === runId);
      if (!run || !wanted) return;
      run.fit.count = null;
      // Pieces that are carried stand on the points; of stiff ones, their pins do.
      setLay(runId, { ends: 'points' }).recipe(job);
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

/** Another length of the loop, with as much more or less travel of one run in it; the others keep their pace. */
export function setLoop(runId: string, frames: number, pitches: number): Command {
  return {
    label: 'Change loop',
    recipe: (job) => {
      const longer = frames / job.motion.frames;
      job.motion.frames = frames;
      for (const drive of job.motion.drives) {
        drive.pitches = drive.run === runId ? pitches : Math.round(drive.pitches * longer);
        if (drive.laps !== undefined) drive.laps = Math.round(drive.laps * longer);
        if (drive.turning !== undefined) drive.turning = Math.round(drive.turning * longer);
      }
    },
  };
}

/**
 * How many pitches a run travels in one loop; negative runs it backwards.
 * @param lap pitches in one round: travels that are no whole number of pitches are whole rounds of a row with a gap
 */
export function setTravel(runId: string, travel: number, lap: number | null = null): Command {
  const laps = Number.isInteger(travel) || lap === null ? null : Math.round(travel / lap);
  return {
    label: 'Change travel',
    recipe: (job) => {
      const drive = driveOf(job, runId);
      if (laps === null) {
        drive.pitches = Math.round(travel);
        delete drive.laps;
      } else drive.laps = laps;
    },
  };
}

/**
 * How far a laid rope turns about itself in one loop, in parts of a turn: as many make one as it has strands. Strands that
 * are rows of their own turn together.
 */
export const setTurning = (runId: string, turning: number): Command => ({
  label: 'Turn rope about itself',
  recipe: (job) => {
    const run = job.runs.find(({ id }) => id === runId);
    const strands = run && strandsOfRun(job, run);
    for (const drive of job.motion.drives) {
      const path = job.runs.find(({ id }) => id === drive.run)?.path;
      if (path !== undefined && strands?.paths.has(path)) delete drive.turning;
    }
    const drive = driveOf(job, runId);
    if (turning === 0) delete drive.turning;
    else drive.turning = turning;
  },
});

function driveOf({ motion: { drives } }: Draft<Job>, run: string): Draft<Job>['motion']['drives'][number] {
  const known = drives.find((drive) => drive.run === run);
  if (known) return known;
  const drive = { run, pitches: 0 };
  drives.push(drive);
  return drives[drives.length - 1];
}
