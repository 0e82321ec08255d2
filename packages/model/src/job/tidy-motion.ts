import { checkMotionProfile, periodsOf, RelayError, type MotionProfile } from '@coin-relay/core';
import { kindOf } from '../path-kinds/all';
import { motionNeeds } from './motion-needs';
import type { Job } from './shape';

/**
 * Takes out of a job’s motion what refers to things that are gone, and fits to the loop what no
 * longer divides it. Writes to the job; writes nothing where all is in order.
 */
export function tidyMotion(job: Job): void {
  // Taking one thing out may leave another without what it refers to.
  for (let rounds = 0; rounds < 8; rounds++) {
    const gone = missing(job);
    if (gone.size === 0) break;
    takeOut(job, gone);
  }
  fitToLoop(job);
}

/** Where something is referred to that is not there, as paths of the document joined by dots. */
function missing(job: Job): ReadonlySet<string> {
  const there = {
    wheel: new Set(job.wheels.map(({ id }) => id)),
    run: new Set(job.runs.map(({ id }) => id)),
    anchor: new Set((job.anchors ?? []).map(({ id }) => id)),
    measure: new Set((job.measures ?? []).map(({ id }) => id)),
  };
  return new Set(motionNeeds(job).flatMap(({ kind, id, at }) => (there[kind].has(id) ? [] : [at.join('.')])));
}

function takeOut(job: Job, gone: ReadonlySet<string>): void {
  const lost = (...at: (string | number)[]): boolean => {
    const prefix = at.join('.');
    return [...gone].some((place) => place === prefix || place.startsWith(`${prefix}.`));
  };
  const { motion } = job;
  motion.drives.forEach((drive, i) => {
    if (lost('motion', 'drives', i, 'train')) delete drive.train;
  });
  job.ties?.forEach(({ is }, i) => {
    if (is.kind === 'rope' && lost('ties', i, 'is', 'driven')) is.driven = null;
  });
  job.paths.forEach((path, i) => {
    kindOf(path).letGo?.(path, (...at) => lost('paths', i, ...at));
  });
  if (lost('motion', 'body')) motion.body = null;
  const kept = <T>(list: T[] | undefined, ...at: string[]): T[] | undefined =>
    list?.some((_, i) => lost(...at, i)) ? list.filter((_, i) => !lost(...at, i)) : list;
  const drives = motion.drives.some((_, i) => lost('motion', 'drives', i, 'run'));
  if (drives) motion.drives = motion.drives.filter((_, i) => !lost('motion', 'drives', i, 'run'));
  const breaths = kept(motion.breaths, 'motion', 'breaths');
  if (breaths !== motion.breaths) motion.breaths = breaths;
  const anchors = kept(job.anchors, 'anchors');
  if (anchors !== job.anchors) job.anchors = anchors;
  const measures = kept(job.measures, 'measures');
  if (measures !== job.measures) job.measures = measures;
  const tiesLost = job.ties?.some((_, i) => lost('ties', i, 'from') || lost('ties', i, 'to'));
  if (tiesLost) job.ties = job.ties?.filter((_, i) => !lost('ties', i, 'from') && !lost('ties', i, 'to'));
}

function fitToLoop(job: Job): void {
  const { motion } = job;
  for (const breath of motion.breaths ?? []) {
    if (motion.frames % breath.period !== 0) {
      const asked = breath.period;
      breath.period = periodsOf(motion.frames).reduce((best, period) =>
        Math.abs(period - asked) < Math.abs(best - asked) ? period : best,
      );
    }
  }
  for (const drive of motion.drives) {
    if (!drive.manner || fits(drive.manner, motion.frames)) continue;
    // Rests and eases keep their proportion as far as there is room for them.
    const { dwell, ease } = drive.manner;
    for (let part = 0.9; part > 0.01; part *= 0.9) {
      const less = (value: number): number => Math.floor(value * part);
      const manner: MotionProfile = {
        ...drive.manner,
        dwell: [less(dwell[0]), less(dwell[1])],
        ease: [less(ease[0]), less(ease[1])],
      };
      if (!fits(manner, motion.frames)) continue;
      drive.manner = { ...manner, dwell: [...manner.dwell], ease: [...manner.ease] };
      break;
    }
    if (!fits(drive.manner, motion.frames)) delete drive.manner;
  }
}

function fits(manner: MotionProfile, frames: number): boolean {
  try {
    checkMotionProfile(manner, frames);
    return true;
  } catch (error) {
    if (error instanceof RelayError) return false;
    throw error;
  }
}
