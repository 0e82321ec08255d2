import {
  allRepeat,
  eyeReading,
  isSteady,
  speedFor,
  type EyeReading,
  type MotionProfile,
  type RowMeasure,
  type Speed,
} from '@coin-relay/core';
import type { Machine } from '../machine/machine';
import { turningFacts, type TurningFacts } from '../machine/turning';
import { travelAt, wheelRepeats, type FittedRow, type RowMotion } from '../machine/travel';
import { isInTurn, repeatOf, visibleRepeat } from './repeat';

/** How a wheel turns in a loop. */
export interface WheelFacts {
  readonly id: string;
  readonly name: string;
  /** Of its teeth where they mesh; null for a plain one. */
  readonly teeth: number | null;
  /** Turns a minute, without the sign. */
  readonly rpm: number;
  /** Turns for one of the first wheel that turns. */
  readonly ratio: number;
  /** Turns in one loop, signed counter-clockwise. */
  readonly turns: number;
  /** Radians for one pitch of travel, signed. */
  readonly perPitch: number;
  /** How far its picture is from where it would be the same, once the loop is over, radians. */
  readonly off: number;
  /** What it slips by so that its picture meets the loop’s end, as a part of one; 0 where it rolls true. */
  readonly slip: number;
}

/** How a row of a job moves in its loop. */
export interface MotionFacts {
  readonly seconds: number;
  /** Pitches in one loop, signed. */
  readonly travel: number;
  readonly manner: MotionProfile;
  /** The run that drives it in the end, and its pitches for one of that; null where it runs by itself. */
  readonly driven: RowMotion['driven'];
  readonly measure: RowMeasure;
  /** Pitches after which the row looks the same again. */
  readonly repeat: number;
  readonly visible: number;
  /** What was set by rule or by hand leaves the path with the links that travel, and does not come back. */
  readonly leaves: boolean;
  /** The loop's end meets its start. */
  readonly seamless: boolean;
  /** Can it move at all? */
  readonly moves: boolean;
  readonly speeds: Readonly<Record<Exclude<Speed['in'], 'rpm'>, number>>;
  readonly wheels: readonly WheelFacts[];
  /** Pitches after which the row and the marks of all its toothed wheels are back. */
  readonly allBack: number;
  /** Laps until then; null on an open path. */
  readonly lapsUntilBack: number | null;
  /** How it turns about itself, or with the strands that it is one of; null where it cannot. */
  readonly turns: TurningFacts | null;
  readonly reading: EyeReading;
}

/** Marks closer to their place than this are on it, radians. */
const BACK = 1e-9;

/**
 * What is to be said of a row’s motion.
 * @returns null for a run that is not in the machine
 */
export function motionFacts(machine: Machine, run: string): MotionFacts | null {
  const [row, motion] = [machine.rows.get(run), machine.motions.get(run)];
  return row && motion ? factsOf(machine, row, motion) : null;
}

function factsOf(machine: Machine, { resolved, fit, setOut }: FittedRow, moving: RowMotion): MotionFacts {
  const { motion } = machine.job;
  const { travel, manner, driven } = moving;
  const moves = fit.row.kind !== 'still';
  const ring = fit.window.ring;
  const lap = ring ? fit.row.lap : null;
  const spacing = lap === null ? (fit.effectivePitch ?? fit.request.pitch) : fit.layout.path.length / lap;
  const measure: RowMeasure = { spacing, lap };
  // With a gap nothing is back before the whole lap; without ends any piece is like the next.
  const repeat = fit.row.kind === 'gapped' ? fit.row.lap : repeatOf(fit, resolved.sequence, setOut);
  const visible = visibleRepeat(resolved.sequence, setOut);
  const returns = manner.way === 'to-and-fro';
  const leaves = fit.row.kind === 'open' && !returns && !isInTurn(setOut);
  const speed = (kind: Speed['in'], perPitch = 0): number =>
    speedFor(kind, travel, motion, measure, perPitch);
  const first = moving.turnings.find(({ perPitch }) => perPitch !== 0)?.perPitch ?? 1;
  const wheels = fit.layout.wheels.flatMap((wheel, i): WheelFacts[] => {
    const { perPitch } = moving.turnings[i];
    if (perPitch === 0) return [];
    const turns = (perPitch * travel) / (2 * Math.PI);
    const part = 1 / wheelRepeats(machine.job, wheel);
    const off = returns ? 0 : (turns / part - Math.round(turns / part)) * part * 2 * Math.PI;
    return [
      {
        id: wheel.id,
        name: wheel.name ?? wheel.id,
        teeth: wheel.teeth,
        rpm: Math.abs(speed('rpm', perPitch)),
        ratio: perPitch / first,
        turns,
        perPitch,
        off: Math.abs(off) < BACK ? 0 : off,
        slip: moving.slips[i],
      },
    ];
  });
  const turns = turningFacts(machine.job, resolved.run);
  const meets = returns || turns === null || turns.meets;
  const allBack = allRepeat(
    Math.max(1, Math.round(repeat)),
    wheels.flatMap(({ teeth }) => (teeth === null ? [] : [{ teeth, repeats: 1 }])),
  );
  return {
    seconds: motion.frames / motion.framesPerSecond,
    travel,
    manner,
    driven,
    measure,
    repeat,
    visible,
    seamless: meets && (travel === 0 || returns || (!leaves && isWhole(travel / repeat))),
    leaves,
    moves,
    speeds: {
      'links-a-second': speed('links-a-second'),
      'mm-a-second': speed('mm-a-second'),
      'laps-a-minute': speed('laps-a-minute'),
      'laps-a-loop': speed('laps-a-loop'),
    },
    wheels,
    allBack,
    lapsUntilBack: lap === null ? null : allBack / lap,
    turns,
    reading: readingOf(moving, motion.frames, visible, repeat),
  };
}

/** How its fastest frames read to the eye. */
function readingOf(moving: RowMotion, frames: number, visible: number, repeat: number): EyeReading {
  const { travel, manner } = moving;
  const strain =
    travel === 0 || isSteady(manner) ? 1 : (fastestFrame(moving, frames) * frames) / Math.abs(travel);
  if (strain <= 1 + 1e-9) return eyeReading(travel, frames, visible, repeat);
  const reading = eyeReading(travel * strain, frames, visible, repeat);
  // What reads at its fastest frame travels so much less in the loop.
  const step = manner.way === 'to-and-fro' ? 1 : repeat;
  return {
    ...reading,
    fastest: Math.trunc(reading.fastest / strain / step + 1e-9 * Math.sign(travel)) * step || 0,
  };
}

/** The most that a row travels in one frame, pitches. */
function fastestFrame(moving: RowMotion, frames: number): number {
  let most = 0;
  let before = 0;
  for (let k = 1; k <= frames; k++) {
    const now = travelAt(moving, frames, k);
    most = Math.max(most, Math.abs(now - before));
    before = now;
  }
  return most;
}

const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < 1e-9;
