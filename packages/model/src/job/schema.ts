import { laysEndToEnd, piecesOfRun } from './run-pieces';
import type * as z from 'zod';
import { pitchConflict } from '../families';
import { motionConflict, motionNeeds } from './motion-needs';
import { pathNeeds } from './path-needs';
import { setOutNeeds } from './set-out';
import { JobShape, type JobPath } from './shape';

export * from './shape';

/** A job as it is stored and exchanged. Things refer to each other by id. */
export const JobSchema = JobShape.superRefine((job, context) => {
  const known = {
    wheel: unique(job.wheels, 'wheels', context),
    path: unique(job.paths, 'paths', context),
    piece: unique(job.pieces, 'pieces', context),
    run: unique(job.runs, 'runs', context),
    anchor: unique(job.anchors ?? [], 'anchors', context),
    tie: unique(job.ties ?? [], 'ties', context),
    measure: unique(job.measures ?? [], 'measures', context),
  };
  const need = (kind: keyof typeof known, value: string, at: (string | number)[]): void => {
    if (!known[kind].has(value)) {
      context.addIssue({ code: 'custom', path: at, message: `there is no ${kind} “${value}” in this job` });
    }
  };
  job.wheels.forEach((wheel, i) => {
    if (wheel.size.by === 'teeth') need('piece', wheel.size.piece, ['wheels', i, 'size', 'piece']);
  });
  job.paths.forEach((path, i) => {
    for (const { kind, id: wanted, at } of pathNeeds(path)) need(kind, wanted, ['paths', i, ...at]);
    if (followsItself(job.paths, path)) {
      context.addIssue({
        code: 'custom',
        path: ['paths', i, 'of'],
        message: `the path “${path.id}” is made from itself`,
      });
    }
  });
  job.runs.forEach((run, i) => {
    need('path', run.path, ['runs', i, 'path']);
    run.sequence.forEach((piece, k) => need('piece', piece, ['runs', i, 'sequence', k]));
    if (run.fit.tension) need('wheel', run.fit.tension.wheel, ['runs', i, 'fit', 'tension', 'wheel']);
    if (run.fit.span) need('wheel', run.fit.span, ['runs', i, 'fit', 'span']);
    const { setOut } = run;
    if (setOut) {
      for (const { kind, id: wanted, at } of setOutNeeds(setOut))
        need(kind, wanted, ['runs', i, 'setOut', ...at]);
      if (setOut.steps.length > 0 && setOut.steps.length !== run.sequence.length) {
        context.addIssue({
          code: 'custom',
          path: ['runs', i, 'setOut', 'steps'],
          message: `there are ${setOut.steps.length} for a sequence of ${run.sequence.length}`,
        });
      }
    }
    const message = pitchConflict(piecesOfRun(job, run), laysEndToEnd(run));
    if (message) context.addIssue({ code: 'custom', path: ['runs', i, 'sequence'], message });
  });
  const before = context.issues.length;
  for (const { kind, id: wanted, at } of motionNeeds(job)) need(kind, wanted, at);
  // What refers to nothing is told of first.
  const conflict = context.issues.length > before ? null : motionConflict(job);
  if (conflict) context.addIssue({ code: 'custom', path: conflict.at, message: conflict.message });
});

/** Does a path that is made from another come back to itself? */
function followsItself(paths: readonly JobPath[], path: JobPath): boolean {
  const seen = new Set<string>();
  let at: JobPath | undefined = path;
  while (at && 'of' in at) {
    if (seen.has(at.id)) return true;
    seen.add(at.id);
    const source: string = at.of;
    at = paths.find((p) => p.id === source);
  }
  return false;
}

function unique(items: readonly { id: string }[], at: string, context: z.RefinementCtx): Set<string> {
  const seen = new Set<string>();
  items.forEach((item, i) => {
    if (seen.has(item.id)) {
      context.addIssue({ code: 'custom', path: [at, i, 'id'], message: `the id “${item.id}” is used twice` });
    }
    seen.add(item.id);
  });
  return seen;
}
