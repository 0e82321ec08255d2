import { checkBreath, checkMotionProfile, driveTrain, RelayError } from '@coin-relay/core';
import { kindOf } from '../path-kinds/all';
import type { PathHold } from '../path-kinds/kind';
import type { Job, JobPath } from './shape';

/** Something a part of the motion refers to, and where it says so. */
export interface MotionNeed {
  readonly kind: 'wheel' | 'run' | 'anchor' | 'measure';
  readonly id: string;
  readonly at: (string | number)[];
}

/** The anchors and measures that hold a path. */
export const holdsOf = (path: JobPath): PathHold[] => kindOf(path).holds?.(path) ?? [];

type Moving = Pick<Job, 'motion' | 'anchors' | 'ties' | 'measures' | 'paths' | 'runs'>;

/** What the motion of a job refers to. */
export function motionNeeds({ motion, anchors, ties, measures, paths }: Moving): MotionNeed[] {
  const needs: MotionNeed[] = [];
  const need = (kind: MotionNeed['kind'], id: string, ...at: (string | number)[]): void => {
    needs.push({ kind, id, at });
  };
  motion.drives.forEach(({ run, train }, i) => {
    need('run', run, 'motion', 'drives', i, 'run');
    if (!train) return;
    need('run', train.by, 'motion', 'drives', i, 'train', 'by');
    need('wheel', train.wheel, 'motion', 'drives', i, 'train', 'wheel');
    need('wheel', train.own, 'motion', 'drives', i, 'train', 'own');
  });
  if (motion.body) need('run', motion.body.run, 'motion', 'body', 'run');
  (motion.breaths ?? []).forEach(({ run }, i) => need('run', run, 'motion', 'breaths', i, 'run'));
  (anchors ?? []).forEach(({ on }, i) => {
    if (on.kind === 'rider') need('run', on.run, 'anchors', i, 'on', 'run');
    else if (on.kind !== 'fixed') need('wheel', on.wheel, 'anchors', i, 'on', 'wheel');
  });
  (ties ?? []).forEach(({ from, to, is }, i) => {
    need('anchor', from, 'ties', i, 'from');
    need('anchor', to, 'ties', i, 'to');
    if (is.kind === 'rope' && is.driven)
      need('measure', is.driven.measure, 'ties', i, 'is', 'driven', 'measure');
  });
  (measures ?? []).forEach(({ from, to }, i) => {
    need('anchor', from, 'measures', i, 'from');
    need('anchor', to, 'measures', i, 'to');
  });
  paths.forEach((path, i) => {
    for (const { kind, id, at } of holdsOf(path)) need(kind, id, 'paths', i, ...at);
  });
  return needs;
}

/** What cannot be in how a job moves, and where; null where all of it can. */
export function motionConflict(job: Moving): { at: (string | number)[]; message: string } | null {
  const { motion } = job;
  const refused = (
    at: (string | number)[],
    work: () => void,
  ): { at: (string | number)[]; message: string } | null => {
    try {
      work();
      return null;
    } catch (error) {
      if (error instanceof RelayError) return { at, message: error.message.replace(/\.$/, '') };
      throw error;
    }
  };
  const called = (run: string): string => job.runs.find(({ id }) => id === run)?.name ?? run;
  const checks = [
    refused(['motion', 'drives'], () => {
      driveTrain(
        motion.drives.flatMap(({ run, train }) =>
          train ? [{ run: called(run), by: called(train.by), ratio: 1 }] : [],
        ),
      );
    }),
    ...motion.drives.map(({ manner }, i) =>
      manner
        ? refused(['motion', 'drives', i, 'manner'], () => checkMotionProfile(manner, motion.frames))
        : null,
    ),
    ...(motion.breaths ?? []).map((breath, i) =>
      refused(['motion', 'breaths', i], () => checkBreath(breath, motion.frames)),
    ),
    refused(['anchors'], () => checkRiders(job)),
  ];
  return checks.find((found) => found !== null) ?? null;
}

/**
 * A row that hangs on anchors cannot carry them, nor rows that carry them.
 * @throws RelayError anchor-invalid
 */
function checkRiders(job: Moving): void {
  const anchors = new Map((job.anchors ?? []).map((anchor) => [anchor.id, anchor]));
  const measures = new Map((job.measures ?? []).map((measure) => [measure.id, measure]));
  const runsNeeded = (run: string): string[] => {
    const pathId = job.runs.find(({ id }) => id === run)?.path;
    const path = job.paths.find(({ id }) => id === pathId);
    const held = (path ? holdsOf(path) : []).flatMap(({ kind, id }) => {
      const measure = kind === 'measure' ? measures.get(id) : undefined;
      return kind === 'anchor' ? [id] : measure ? [measure.from, measure.to] : [];
    });
    return held.flatMap((anchor) => {
      const on = anchors.get(anchor)?.on;
      return on?.kind === 'rider' ? [on.run] : [];
    });
  };
  for (const { id, name } of job.runs) {
    const seen = new Set<string>();
    const waiting = runsNeeded(id);
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      if (at === id) {
        throw new RelayError(
          'anchor-invalid',
          `“${name}” hangs on an anchor that rides on itself. Let the anchor ride on another row, or fix it.`,
          { field: 'anchors' },
        );
      }
      if (seen.has(at)) continue;
      seen.add(at);
      waiting.push(...runsNeeded(at));
    }
  }
}

/** Would a run that another drives close a ring of drives? */
export function wouldDriveItself(job: Pick<Job, 'motion'>, run: string, by: string): boolean {
  const drivers = new Map(
    job.motion.drives.flatMap((drive) => (drive.train ? [[drive.run, drive.train.by]] : [])),
  );
  for (
    let at: string | undefined = by, steps = 0;
    at !== undefined && steps < 60;
    at = drivers.get(at), steps++
  )
    if (at === run) return true;
  return false;
}
