import {
  expectedLength,
  MOST_ALONE,
  PLAIN_LAY,
  RelayError,
  type EndToEnd,
  type FitRequest,
  type FitSource,
  type MustMeet,
  type Tension,
} from '@coin-relay/core';
import { laidLength, behaviourOf, isStiff, type JobPiece } from '../families';
import { laysEndToEnd, roundingOf } from '../job';
import type { Job, JobPath, Run } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { bodiesOf, bodyLengths } from './body';
import { measuredPath, sourceOf } from './path';

/** A run with everything it refers to. */
export interface ResolvedRun {
  readonly run: Run;
  readonly path: JobPath;
  /** The pieces of its sequence, in order. */
  readonly sequence: readonly JobPiece[];
  readonly source: FitSource;
  readonly request: FitRequest;
}

/** Finds a run by id, or the first where none is named. */
export function findRun(job: Job, runId?: string): Run {
  const run = runId === undefined ? job.runs[0] : job.runs.find((r) => r.id === runId);
  if (!run) {
    throw new RelayError(
      'job-incomplete',
      runId === undefined
        ? 'This job has no run yet: put a link on a path first.'
        : `This job has no run “${runId}”.`,
      { field: 'runs' },
    );
  }
  return run;
}

function tensionOf({ wheel, angle, min, max }: NonNullable<Run['fit']['tension']>): Tension {
  return { wheel, dx: Math.cos(angle), dy: Math.sin(angle), min, max };
}

function layingOf(
  job: Job,
  path: JobPath,
  run: Run,
  sequence: readonly JobPiece[],
  { gap, body }: NonNullable<Run['fit']['endToEnd']>,
): EndToEnd {
  const { setOut } = run;
  const lengths = sequence.map((piece) => laidLength(piece) * (piece.setting?.scale ?? 1));
  if (body) return { gap, lengths: bodyLengths(run, lengths, measuredPath(job, path)), bodies: true };
  return { lengths, gap, ...(setOut?.order.by === 'weight' ? { order: setOut.order } : {}) };
}

/**
 * Marks are kept, but met only while the pitch gives way. Only pieces that are carried stand on
 * points; pieces laid end to end meet each other.
 */
function layAndMeet(
  job: Job,
  path: JobPath,
  run: Run,
  pieces: FitRequest['pieces'],
): Pick<FitRequest, 'lay' | 'meet'> {
  const { hold, lay, meet } = run.fit;
  const met = hold === 'path' && !laysEndToEnd(run) ? meet && withPoints(job, path, meet) : undefined;
  const onPins = pieces === 'stiff' || laysEndToEnd(run);
  return {
    lay: lay ? (onPins ? { ...lay, ends: 'pins' } : lay) : PLAIN_LAY,
    meet: met ?? null,
  };
}

/** The points of a path that has points of its own are found on it; of others they are where its pieces meet. */
function withPoints(job: Job, path: JobPath, meet: MustMeet): MustMeet {
  const { spots } = kindOf(path);
  const found = meet.points && spots ? spots(path, measuredPath(job, path), MOST_ALONE) : null;
  return found ? { ...meet, points: false, at: [...meet.at, ...found] } : meet;
}

/**
 * Puts together what a fit of one run needs.
 * @throws RelayError job-incomplete, and those of reading path data
 */
export function resolveRun(job: Job, runId?: string): ResolvedRun {
  const run = findRun(job, runId);
  const path = job.paths.find((p) => p.id === run.path);
  const sequence = run.sequence
    .map((id) => job.pieces.find((p) => p.id === id))
    .filter((p) => p !== undefined);
  const [first] = sequence;
  if (!path || !first || sequence.length < run.sequence.length) {
    throw new RelayError(
      'job-incomplete',
      `Run “${run.name}” refers to a path or a piece that is not in this job.`,
      { field: 'runs' },
    );
  }
  const pieces = sequence.some(isStiff) ? 'stiff' : 'bending';
  const endToEnd = run.fit.endToEnd ? layingOf(job, path, run, sequence, run.fit.endToEnd) : null;
  const body = run.fit.endToEnd?.body;
  return {
    run,
    path,
    sequence,
    source: sourceOf(job, path),
    request: {
      // Carried pieces may have a spacing of their own; those between pins say the pitch.
      pitch: endToEnd
        ? expectedLength(endToEnd) + endToEnd.gap
        : (sequence.find((piece) => behaviourOf(piece) !== 'carried') ?? first).pitch,
      pieces,
      multiple: body ? 1 : run.fit.multiple,
      rounding: roundingOf(run.fit),
      // A body of a length of its own leaves what it leaves; one as long as its path fills that.
      hold: body ? (body.length === null ? 'path' : 'both') : run.fit.hold,
      count: body ? bodiesOf(run) * sequence.length : run.fit.count,
      tension: run.fit.tension ? tensionOf(run.fit.tension) : null,
      span: run.fit.span ?? null,
      endToEnd,
      ...layAndMeet(job, path, run, pieces),
    },
  };
}
