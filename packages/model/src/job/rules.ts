import { FAMILIES, pitchConflict, type Family, type JobPiece } from '../families';
import { MOST_OF } from './limits';
import { motionConflict, motionNeeds } from './motion-needs';
import { pathNeeds } from './path-needs';
import { laysEndToEnd, piecesOfRun } from './run-pieces';
import { setOutNeeds } from './set-out';
import type { Job, JobPath } from './shape';

/** What lists of a job are called, where that is not by their names. */
const CALLED: Readonly<Record<string, string>> = {
  runs: 'rows',
  ties: 'springs and ropes',
  handOffs: 'kept hand-offs',
};

/** What in a job does not go together, and where. */
export interface JobFault {
  readonly at: (string | number)[];
  readonly message: string;
}

/**
 * What the parts of a job ask of each other, beyond the values each of them takes by itself: ids
 * that are one, references that are kept, rows whose pieces go together. Needs no schema library,
 * so that every change can be looked at where it is made.
 */
export function* jobFaults(job: Job): Generator<JobFault> {
  for (const [list, most] of Object.entries(MOST_OF) as [keyof typeof MOST_OF, number][]) {
    const many = job[list]?.length ?? 0;
    if (many > most)
      yield {
        at: [list],
        message: `a job has at most ${most} ${CALLED[list] ?? list}, and it would have ${many}`,
      };
  }
  const known = {
    wheel: yield* unique(job.wheels, 'wheels'),
    path: yield* unique(job.paths, 'paths'),
    piece: yield* unique(job.pieces, 'pieces'),
    run: yield* unique(job.runs, 'runs'),
    anchor: yield* unique(job.anchors ?? [], 'anchors'),
    tie: yield* unique(job.ties ?? [], 'ties'),
    measure: yield* unique(job.measures ?? [], 'measures'),
  };
  yield* unique(job.handOffs ?? [], 'handOffs');
  function* need(kind: keyof typeof known, id: string, at: (string | number)[]): Generator<JobFault> {
    if (!known[kind].has(id)) yield { at, message: `there is no ${kind} “${id}” in this job` };
  }
  for (const [i, { size }] of job.wheels.entries())
    if (size.by === 'teeth') yield* need('piece', size.piece, ['wheels', i, 'size', 'piece']);
  for (const [i, path] of job.paths.entries()) {
    for (const { kind, id, at } of pathNeeds(path)) yield* need(kind, id, ['paths', i, ...at]);
    if (followsItself(job.paths, path))
      yield { at: ['paths', i, 'of'], message: `the path “${path.id}” is made from itself` };
  }
  for (const [i, run] of job.runs.entries()) {
    yield* need('path', run.path, ['runs', i, 'path']);
    for (const [k, piece] of run.sequence.entries()) yield* need('piece', piece, ['runs', i, 'sequence', k]);
    const { tension, span, endToEnd } = run.fit;
    if (endToEnd?.body && !run.sequence.includes(endToEnd.body.piece))
      yield {
        at: ['runs', i, 'fit', 'endToEnd', 'body', 'piece'],
        message: `the body of “${run.name}” gives way in a piece that is not in its sequence`,
      };
    if (tension) yield* need('wheel', tension.wheel, ['runs', i, 'fit', 'tension', 'wheel']);
    if (span) yield* need('wheel', span, ['runs', i, 'fit', 'span']);
    const { setOut } = run;
    if (setOut) {
      for (const { kind, id, at } of setOutNeeds(setOut)) yield* need(kind, id, ['runs', i, 'setOut', ...at]);
      if (setOut.steps.length > 0 && setOut.steps.length !== run.sequence.length)
        yield {
          at: ['runs', i, 'setOut', 'steps'],
          message: `there are ${setOut.steps.length} for a sequence of ${run.sequence.length}`,
        };
    }
    if (run.sequence.length === 0)
      yield { at: ['runs', i, 'sequence'], message: `“${run.name}” would have no piece left` };
    const message = pitchConflict(piecesOfRun(job, run), laysEndToEnd(run));
    if (message) yield { at: ['runs', i, 'sequence'], message };
  }
  let refers = true;
  for (const { kind, id, at } of motionNeeds(job))
    for (const fault of need(kind, id, at)) {
      refers = false;
      yield fault;
    }
  // What refers to nothing is told of first.
  const conflict = refers ? motionConflict(job) : null;
  if (conflict) yield conflict;
}

/** What within a piece does not go together; null where all of it does. */
function pieceFault(piece: JobPiece): string | null {
  return (FAMILIES[piece.family] as unknown as Family<JobPiece>).conflict?.(piece)?.words ?? null;
}

/** The first thing in a job, its pieces among it, that does not go together; null where all of it does. */
export function firstJobFault(job: Job): JobFault | null {
  for (const [i, piece] of job.pieces.entries()) {
    const message = pieceFault(piece);
    if (message !== null) return { at: ['pieces', i], message };
  }
  const found = jobFaults(job).next();
  return found.done === true ? null : found.value;
}

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

function* unique(
  items: readonly { readonly id: string }[],
  at: string,
): Generator<JobFault, ReadonlySet<string>> {
  const seen = new Set<string>();
  for (const [i, { id }] of items.entries()) {
    if (seen.has(id)) yield { at: [at, i, 'id'], message: `the id “${id}” is used twice` };
    seen.add(id);
  }
  return seen;
}
