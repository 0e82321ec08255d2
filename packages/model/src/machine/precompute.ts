import {
  breathingRow,
  hang,
  LIMITS,
  RelayError,
  rowOnMovingPath,
  type FitSource,
  type Vec,
} from '@coin-relay/core';
import { holdsOf } from '../job/motion-needs';
import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { groundOf } from '../resolve/path';
import { anchorAt, machineOf, travelOf, turnedOf, type Machine } from './machine';
import { movingRuns } from './needs-precomputing';
import { ROPE_NUMBERS, type LaidRow, type PrecomputedFrames } from './precomputed';
import { drivenLengthAt, ropeLengthAt, hangsAlong } from './ties';
import type { FittedRow } from './travel';
import { turnedRow } from './turned-row';
import { turningStrands, turnsWith } from './turning';

/**
 * Works out ahead what is laid anew in every frame: rows that breathe, rows that hang between moving
 * anchors, ropes. What cannot be is told of, and the rest is done.
 * @param progress told now and then which part is done
 * @param most places in all frames of all that is laid anew
 */
export function precomputeFrames(
  job: Job,
  rows: readonly FittedRow[],
  progress: (part: number) => void = () => undefined,
  most: number = LIMITS.jobFramePlaces,
): PrecomputedFrames {
  const problems: { of: string; message: string }[] = [];
  const laid = new Map<string, LaidRow>();
  const ropes = new Map<string, Float64Array>();
  const tried = <T>(of: string, work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      problems.push({ of, message: error.message });
      return null;
    }
  };
  let places = 0;
  /** The whole job is bounded, not only each row: what comes beyond it is not even begun. */
  const roomFor = (more: number): void => {
    if (places + more <= most) return;
    throw new RelayError(
      'too-many-links',
      `What this job lays anew in each of ${job.motion.frames} frames has more than ${most.toLocaleString('en')} places in all; no more is worked out ahead. Make the loop shorter, or let less of it breathe or hang.`,
      { field: 'frames' },
    );
  };
  const keep = (run: string, row: LaidRow): void => {
    places += row.frames * row.columns;
    laid.set(run, row);
  };
  const breaths = job.motion.breaths ?? [];
  const moving = movingRuns(job);
  const turning = turningStrands(job);
  const ropeTies = (job.ties ?? []).flatMap((tie) =>
    tie.is.kind === 'rope' ? [{ ...tie, is: tie.is }] : [],
  );
  const works = breaths.length + moving.length + ropeTies.length;
  let done = 0;
  const part = (of: number): void => progress((done + of) / Math.max(1, works));
  const { frames } = job.motion;
  // What hangs may ride on what breathes, and on what hangs before it.
  let machine = machineOf(job, rows, { rows: laid, ropes, problems });
  for (const breath of breaths) {
    const row = machine.rows.get(breath.run);
    const found =
      row &&
      tried(breath.run, () => {
        roomFor(frames * row.fit.count);
        return breathingRow(
          row.fit,
          breath,
          frames,
          (frame) => travelOf(machine, breath.run, frame) + turnedOf(machine, breath.run, frame),
          part,
        );
      });
    if (found) keep(breath.run, found);
    done++;
  }
  for (const { run, path } of inOrder(job, moving)) {
    machine = machineOf(job, rows, { rows: laid, ropes, problems });
    const row = machine.rows.get(run);
    const now = machine;
    const found =
      row &&
      tried(run, () => {
        roomFor(frames * row.fit.count);
        const travel = (frame: number): number => travelOf(now, run, frame) + turnedOf(now, run, frame);
        if (turnsWith(job, path, turning)) return turnedRow(now, row, laid.get(run) ?? null, travel, part);
        return rowOnMovingPath(row.fit, (frame) => movedPath(now, path, frame), frames, travel, part);
      });
    if (found) keep(run, found);
    done++;
  }
  machine = machineOf(job, rows, { rows: laid, ropes, problems });
  for (const tie of ropeTies) {
    done++;
    if (!tried(tie.id, () => (roomFor(frames), true))) continue;
    places += frames;
    const shape = new Float64Array(frames * ROPE_NUMBERS).fill(NaN);
    for (let frame = 0; frame < frames; frame++) {
      const from = anchorAt(machine, tie.from, frame);
      const to = anchorAt(machine, tie.to, frame);
      if (from && to)
        writeRope(shape, frame, hangsAlong(job, from, to), ropeLengthAt(machine, tie.is, frame));
    }
    ropes.set(tie.id, shape);
    part(0);
  }
  return { rows: laid, ropes, problems };
}

/** A rope that hangs; one that is taut, or doubled up, is left as it is, and drawn straight. */
function writeRope(
  out: Float64Array,
  frame: number,
  { from, to }: { readonly from: Vec; readonly to: Vec },
  length: number,
): void {
  try {
    const { piece } = hang(from, to, { by: 'length', length });
    out.set([piece.low.x, piece.low.y, piece.a, piece.from, piece.to], frame * ROPE_NUMBERS);
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
  }
}

/** A path as what holds it stands in a frame. */
function movedPath(machine: Machine, path: JobPath, frame: number): FitSource {
  const ground = groundOf(machine.job, path, {
    anchorAt(anchor) {
      const at = anchorAt(machine, anchor, frame);
      if (at) return at;
      throw new RelayError(
        'anchor-invalid',
        `An anchor of “${path.name}” has left with the row it rides on. Let it ride on a closed row, or fix it.`,
      );
    },
    lengthBy: (driven) => drivenLengthAt(machine, driven ?? null, frame),
  });
  return { kind: 'contour', contour: kindOf(path).contour(path, ground) };
}

/** Rows in such an order that each comes after those its anchors ride on. */
function inOrder<T extends { run: string; path: JobPath }>(job: Job, moving: readonly T[]): T[] {
  const left = [...moving];
  const ordered: T[] = [];
  while (left.length > 0) {
    const waits = ({ path }: T): boolean =>
      holdsOf(path).some((hold) => {
        const on = hold.kind === 'anchor' ? job.anchors?.find(({ id }) => id === hold.id)?.on : undefined;
        return on?.kind === 'rider' && left.some(({ run }) => run === on.run);
      });
    const next = left.findIndex((entry) => !waits(entry));
    ordered.push(...left.splice(Math.max(0, next), 1));
  }
  return ordered;
}
