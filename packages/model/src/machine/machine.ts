import {
  checkSliderCrank,
  frameIn,
  framePinAt,
  newFramesFrame,
  newRowFrame,
  pinAt,
  readFrames,
  RelayError,
  rowFrame,
  sliderAt,
  wheelAngle,
  type LaidWheel,
  type PinPlace,
  type RowFrame,
  type Vec,
  type WheelTurning,
} from '@coin-relay/core';
import type { AnchorOf, AnchorOn, Job } from '../job/schema';
import { sliderCrank } from '../resolve/resting-anchor';
import { NOTHING_PRECOMPUTED, precomputedRow, type PrecomputedFrames } from './precomputed';
import { rowMotions, travelAt, type FittedRow, type RowMotion } from './travel';

/** A wheel of a machine and what turns it. */
export interface MachineWheel {
  readonly run: string;
  readonly wheel: LaidWheel;
  readonly turning: WheelTurning;
}

/** A job in motion: where everything is at any frame follows from it in closed form. */
export interface Machine {
  readonly job: Job;
  readonly frames: number;
  readonly rows: ReadonlyMap<string, FittedRow>;
  readonly motions: ReadonlyMap<string, RowMotion>;
  readonly wheels: ReadonlyMap<string, MachineWheel>;
  readonly precomputed: PrecomputedFrames;
}

/**
 * @throws RelayError train-ring, train-broken
 */
export function machineOf(
  job: Job,
  rows: readonly FittedRow[],
  prepared: PrecomputedFrames = NOTHING_PRECOMPUTED,
): Machine {
  const motions = rowMotions(job, rows);
  const wheels = new Map<string, MachineWheel>();
  for (const { resolved, fit } of rows) {
    const run = resolved.run.id;
    fit.layout.wheels.forEach((wheel, i) => {
      const turning = motions.get(run)?.turnings[i];
      // A wheel that several rows pass turns with the first that turns it.
      if (turning && (!wheels.has(wheel.id) || wheels.get(wheel.id)?.turning.perPitch === 0))
        wheels.set(wheel.id, { run, wheel, turning });
    });
  }
  return {
    job,
    frames: job.motion.frames,
    rows: new Map(rows.map((row) => [row.resolved.run.id, row])),
    motions,
    wheels,
    precomputed: prepared,
  };
}

/** How far a run has travelled at a frame, pitches. */
export function travelOf({ motions, frames }: Machine, run: string, frame: number): number {
  const motion = motions.get(run);
  return motion ? travelAt(motion, frames, frame) : 0;
}

/** How far the strands of a rope seem to have run on as it turns about itself, pitches: nothing of other rows. */
export function turnedOf({ motions, frames }: Machine, run: string, frame: number): number {
  const motion = motions.get(run);
  return motion ? travelAt({ travel: motion.turning, manner: motion.manner }, frames, frame) : 0;
}

/** What shows a row as it stands at a frame. */
export interface MovedRow {
  moveTo(travel: number, frame: number, turned: number): void;
}

/** Puts what shows a row to where that stands at a frame; without a machine it has not gone anywhere. */
export function moveRow(row: MovedRow, machine: Machine | null, run: string, frame: number): void {
  if (machine) row.moveTo(travelOf(machine, run, frame), frame, turnedOf(machine, run, frame));
  else row.moveTo(0, frame, 0);
}

/** The angle of a wheel at a frame, radians; null for a wheel that is on no row. */
export function wheelAngleAt(machine: Machine, wheel: string, frame: number): number | null {
  const found = machine.wheels.get(wheel);
  return found ? wheelAngle(found.turning, travelOf(machine, found.run, frame)) : null;
}

/** A place of a machine; with its height where it is not in the drawing. */
export type MachinePlace = PinPlace;

/** Where an anchor is at a frame; null where what it rides on is not there. */
export function anchorAt(machine: Machine, id: string, frame: number): MachinePlace | null {
  const on = machine.job.anchors?.find((anchor) => anchor.id === id)?.on;
  return on ? placeOn(machine, on, frame) : null;
}

function placeOn(machine: Machine, on: AnchorOn, frame: number): MachinePlace | null {
  switch (on.kind) {
    case 'fixed':
      return on.z === undefined ? { x: on.x, y: on.y } : { x: on.x, y: on.y, z: on.z };
    case 'crank': {
      const turned = crankAngle(machine, on, frame);
      const centre = centreOf(machine, on.wheel);
      return (
        centre && { x: centre.x + on.radius * Math.cos(turned), y: centre.y + on.radius * Math.sin(turned) }
      );
    }
    case 'slider': {
      const centre = centreOf(machine, on.wheel);
      return centre && sliderAt(sliderCrank(on, centre), crankAngle(machine, on, frame));
    }
    case 'rider':
      return pinOfPiece(machine, on.run, on.place, frame);
  }
}

/** The angle of the arm of a crank: what it stands at in frame 0, turned with its wheel. */
export function crankAngle(
  machine: Machine,
  on: AnchorOf<'crank'> | AnchorOf<'slider'>,
  frame: number,
): number {
  const found = machine.wheels.get(on.wheel);
  if (!found) return on.angle;
  const { turning, run } = found;
  return on.angle + wheelAngle(turning, travelOf(machine, run, frame)) - wheelAngle(turning, 0);
}

/** The centre of a wheel as it is laid, or as the document has it where no row passes it. */
export function centreOf({ wheels, job }: Pick<Machine, 'wheels' | 'job'>, wheel: string): Vec | null {
  const laid = wheels.get(wheel)?.wheel ?? job.wheels.find(({ id }) => id === wheel);
  return laid ? { x: laid.x, y: laid.y } : null;
}

/** Where the first pin of a piece of a row is at a frame; null where it is not on the path then. */
export function pinOfPiece(machine: Machine, run: string, place: number, frame: number): MachinePlace | null {
  const row = machine.rows.get(run)?.fit.row;
  if (!row) return null;
  const laid = precomputedRow(machine.precomputed, run);
  if (!laid) return pinAt(row, travelOf(machine, run, frame), place);
  return framePinAt(laid, frame, row.kind === 'ring' ? place % laid.links : place);
}

/** Room for a run as it stands at a frame; null for a run that is not fitted. */
export function roomForFrame({ rows, precomputed: prepared }: Machine, run: string): RowFrame | null {
  const row = rows.get(run);
  const laid = precomputedRow(prepared, run);
  return row ? (laid ? newFramesFrame(laid) : newRowFrame(row.fit.row)) : null;
}

/**
 * A row as it stands at a frame; null for a run that is not fitted.
 * @param room it is written into, for those who look at many frames
 */
export function rowFrameAt(
  machine: Machine,
  run: string,
  frame: number,
  room = roomForFrame(machine, run),
): RowFrame | null {
  const row = machine.rows.get(run);
  if (!row || !room) return null;
  const laid = precomputedRow(machine.precomputed, run);
  if (laid) readFrames(laid, frameIn(machine.frames, frame), room);
  else rowFrame(row.fit.row, travelOf(machine, run, frame), room);
  return room;
}

/** @throws RelayError rod-too-short for the first slider whose crank cannot go round */
export function checkAnchors(machine: Pick<Machine, 'job' | 'wheels'>): void {
  for (const { on, name } of machine.job.anchors ?? []) {
    if (on.kind !== 'slider') continue;
    const centre = centreOf(machine, on.wheel);
    if (!centre) throw new RelayError('anchor-invalid', `“${name}” is driven by a wheel that is not there.`);
    checkSliderCrank(sliderCrank(on, centre), name);
  }
}
