import {
  closeTurn,
  driveTrain,
  partTravelled,
  RelayError,
  shaftRatio,
  STEADY,
  type ClosedTurn,
  type FitOutcome,
  type LaidWheel,
  type MotionProfile,
  type WheelTurning,
} from '@coin-relay/core';
import { familyOf } from '../families';
import { repeatOf } from '../motion/repeat';
import type { Job, Motion, Train } from '../job/schema';
import type { ResolvedRun, ResolvedSetOut } from '../resolve';

/** A fitted row of a job. */
export interface FittedRow {
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
}

/** How a row travels in a loop. */
export interface RowMotion {
  readonly run: string;
  /** Pitches in one loop, signed; of a driven row it may be no whole number. */
  readonly travel: number;
  /** What a laid rope turns about itself in the loop, told as the pitches that its strands seem to run on by it. */
  readonly turning: number;
  readonly manner: MotionProfile;
  /** The run that drives it in the end, and its pitches for one of that; null where it runs by itself. */
  readonly driven: { readonly master: string; readonly ratio: number } | null;
  /** What the driving wheels slip by so that the row meets the loop’s end, as a part of one. */
  readonly slip: number;
  /** How its wheels turn, in the order of the layout: plain ones so that their picture meets the loop’s end. */
  readonly turnings: readonly WheelTurning[];
  /** For each of them what it slips by. */
  readonly slips: readonly number[];
}

/** Arms of a plain wheel: times that its picture repeats in a turn. */
export const PLAIN_REPEATS = 5;

/** Times that the picture of a wheel repeats in one turn: once, where a crank on it marks it. */
export const wheelRepeats = (job: Pick<Job, 'anchors'>, wheel: Pick<LaidWheel, 'id' | 'teeth'>): number =>
  wheel.teeth !== null || hasCrank(job, wheel.id) ? 1 : PLAIN_REPEATS;

/** Does something ride on a wheel off its centre? */
export const hasCrank = ({ anchors }: Pick<Job, 'anchors'>, wheel: string): boolean =>
  (anchors ?? []).some(
    ({ on }) => (on.kind === 'crank' || on.kind === 'slider') && on.wheel === wheel && on.radius > 0,
  );

/**
 * How all rows of a job travel.
 * @throws RelayError train-ring, train-broken
 */
export function rowMotions(job: Job, rows: readonly FittedRow[]): ReadonlyMap<string, RowMotion> {
  const known = new Map(rows.map((row) => [row.resolved.run.id, row]));
  const { drives } = job.motion;
  const couplings = drives.flatMap(({ run, train }) => {
    const [own, by] = [known.get(run), train ? known.get(train.by) : undefined];
    if (!train || !own || !by) return [];
    const ratio = couplingRatio(own, by, train);
    const slips = !hasTeeth(by, train.wheel) || !hasTeeth(own, train.own);
    return [{ run, by: train.by, ratio, slips }];
  });
  const train = driveTrain(couplings);
  const found = new Map<string, RowMotion>();
  const travelOf = (run: string): { travel: number; slip: number } => {
    const row = known.get(run);
    if (!row || row.fit.row.kind === 'still') return { travel: 0, slip: 0 };
    const coupling = couplings.find((entry) => entry.run === run);
    if (!coupling) return { travel: ownTravel(drives, row), slip: 0 };
    const asked = travelOf(coupling.by).travel * coupling.ratio;
    const master = train.get(run)?.master ?? run;
    const returns = drives.find((drive) => drive.run === master)?.manner?.way === 'to-and-fro';
    if (!coupling.slips || returns || job.motion.rollTrue) return { travel: tidy(asked), slip: 0 };
    // A plain wheel rolls its row on: it may slip a little, so that the row meets the loop’s end.
    const repeat = repeatOf(row.fit, row.resolved.sequence, row.setOut);
    const closed: ClosedTurn = closeTurn(asked / repeat, 1);
    return { travel: closed.turns * repeat, slip: closed.slip };
  };
  for (const [run, row] of known) {
    const { fit } = row;
    const { travel, slip } = travelOf(run);
    const driven = train.get(run) ?? null;
    const manner = drives.find((drive) => drive.run === (driven?.master ?? run))?.manner ?? STEADY;
    const closed = fit.layout.wheels.map((wheel, i) =>
      closeWheel(
        fit.turnings[i],
        travel,
        manner,
        wheel.teeth === null && !job.motion.rollTrue,
        wheelRepeats(job, wheel),
      ),
    );
    found.set(run, {
      run,
      travel,
      turning: turningOf(drives, row),
      manner,
      driven,
      slip,
      turnings: closed.map(({ turning }) => turning),
      slips: closed.map((entry) => entry.slip),
    });
  }
  return found;
}

/** Pitches in one loop where nothing else drives a row: whole rounds are as many as one takes it. */
function ownTravel(drives: Motion['drives'], { resolved, fit }: FittedRow): number {
  const drive = drives.find(({ run }) => run === resolved.run.id);
  return drive?.laps !== undefined && fit.window.ring ? drive.laps * fit.row.lap : (drive?.pitches ?? 0);
}

function turningOf(drives: Motion['drives'], { resolved: { run, sequence }, fit }: FittedRow): number {
  const turns = fit.row.kind !== 'still' && sequence.every((piece) => familyOf(piece).partsOfTurn);
  return turns ? (drives.find((drive) => drive.run === run.id)?.turning ?? 0) : 0;
}

function closeWheel(
  turning: WheelTurning,
  travel: number,
  manner: MotionProfile,
  slips: boolean,
  repeats: number,
): { turning: WheelTurning; slip: number } {
  // What comes back to where it was meets the loop’s end by itself.
  if (!slips || travel === 0 || manner.way === 'to-and-fro') return { turning, slip: 0 };
  const { turns, slip } = closeTurn((turning.perPitch * travel) / (2 * Math.PI), repeats);
  if (slip === 0) return { turning, slip };
  return { turning: { ...turning, perPitch: (turns * 2 * Math.PI) / travel }, slip };
}

/** Pitches of a row for one of the row that drives it. */
function couplingRatio(own: FittedRow, by: FittedRow, train: Train): number {
  const driving = turnOf(by, train.wheel);
  const driven = turnOf(own, train.own);
  if (driven === 0) {
    throw new RelayError(
      'train-broken',
      `“${own.resolved.run.name}” cannot be driven by a wheel that does not turn with it. Choose another of its wheels.`,
      { field: 'drives' },
    );
  }
  return (driving / driven) * shaftRatio(train.gears);
}

function turnOf({ fit, resolved }: FittedRow, wheel: string): number {
  const i = fit.layout.wheels.findIndex(({ id }) => id === wheel);
  if (i < 0) {
    throw new RelayError(
      'train-broken',
      `A drive of “${resolved.run.name}” names a wheel that is not on its path. Choose one that is.`,
      { field: 'drives' },
    );
  }
  const { teeth, turn } = fit.layout.wheels[i];
  // By its teeth, so that whole ratios stay whole.
  return teeth === null ? fit.turnings[i].perPitch : ((turn === 'ccw' ? 1 : -1) * 2 * Math.PI) / teeth;
}

/** Do teeth hold a wheel of a row, so that it cannot slip? */
const hasTeeth = ({ fit }: FittedRow, wheel: string): boolean =>
  fit.layout.wheels.some(({ id, teeth }) => id === wheel && teeth !== null);

/** What is whole but for rounding is whole. */
const tidy = (value: number): number =>
  Math.abs(value - Math.round(value)) < 1e-9 * Math.max(1, Math.abs(value)) ? Math.round(value) : value;

/** How far a row has travelled at a frame, pitches. What plays is the loop, over and over. */
export function travelAt(
  { travel, manner }: Pick<RowMotion, 'travel' | 'manner'>,
  frames: number,
  frame: number,
): number {
  if (travel === 0) return 0;
  // Only the very end of the loop may be gone to by itself.
  const within = frame >= 0 && frame <= frames ? frame : frame - Math.floor(frame / frames) * frames;
  return travel * partTravelled(manner, frames, within);
}

/** Travels of a master that bring it and all it drives back together. */
export function closingTravels(
  masterRepeat: number,
  driven: readonly { readonly ratio: number; readonly repeat: number }[],
  most = 20_000,
): number | null {
  for (let n = 1; n * masterRepeat <= most; n++) {
    const travel = n * masterRepeat;
    if (driven.every(({ ratio, repeat }) => isWhole((travel * ratio) / repeat))) return travel;
  }
  return null;
}

const isWhole = (value: number): boolean =>
  Math.abs(value - Math.round(value)) < 1e-9 * Math.max(1, Math.abs(value));
