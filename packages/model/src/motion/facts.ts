import {
  allRepeat,
  eyeReading,
  speedFor,
  type FitOutcome,
  type EyeReading,
  type RowMeasure,
  type Speed,
} from '@coin-relay/core';
import type { Job } from '../job/schema';
import type { ResolvedRun, ResolvedSetOut } from '../resolve';
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
  /** How far its mark is from where it began, once the loop is over, radians in (−π, π]. */
  readonly slip: number;
}

/** How a row of a job moves in its loop. */
export interface MotionFacts {
  readonly seconds: number;
  /** Pitches in one loop, signed. */
  readonly travel: number;
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
  readonly reading: EyeReading;
}

/** Marks closer to their place than this are on it, radians. */
const BACK = 1e-9;

/** What is to be said of a row's motion. */
export function motionFacts(
  job: Job,
  resolved: ResolvedRun,
  fit: FitOutcome,
  setOut: ResolvedSetOut,
): MotionFacts {
  const { motion } = job;
  const moves = fit.row.kind !== 'still';
  const travel = moves ? (motion.drives.find(({ run }) => run === resolved.run.id)?.pitches ?? 0) : 0;
  const ring = fit.window.ring;
  const lap = ring ? fit.row.lap : null;
  const spacing = lap === null ? (fit.effectivePitch ?? fit.request.pitch) : fit.layout.path.length / lap;
  const measure: RowMeasure = { spacing, lap };
  // With a gap nothing is back before the whole lap; without ends any piece is like the next.
  const repeat = fit.row.kind === 'gapped' ? fit.row.lap : repeatOf(fit, resolved.sequence, setOut);
  const visible = visibleRepeat(resolved.sequence);
  const leaves = fit.row.kind === 'open' && !isInTurn(setOut);
  const speed = (kind: Speed['in'], perPitch = 0): number =>
    speedFor(kind, travel, motion, measure, perPitch);
  const first = fit.turnings.find(({ perPitch }) => perPitch !== 0)?.perPitch ?? 1;
  const wheels = fit.layout.wheels.flatMap((wheel, i): WheelFacts[] => {
    const { perPitch } = fit.turnings[i];
    if (perPitch === 0) return [];
    const turns = (perPitch * travel) / (2 * Math.PI);
    const off = (turns - Math.round(turns)) * 2 * Math.PI;
    return [
      {
        id: wheel.id,
        name: wheel.name ?? wheel.id,
        teeth: wheel.teeth,
        rpm: Math.abs(speed('rpm', perPitch)),
        ratio: perPitch / first,
        turns,
        perPitch,
        slip: Math.abs(off) < BACK ? 0 : off,
      },
    ];
  });
  const allBack = allRepeat(
    Math.max(1, Math.round(repeat)),
    wheels.flatMap(({ teeth }) => (teeth === null ? [] : [{ teeth, repeats: 1 }])),
  );
  return {
    seconds: motion.frames / motion.framesPerSecond,
    travel,
    measure,
    repeat,
    visible,
    seamless: travel === 0 || (!leaves && isWhole(travel / repeat)),
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
    reading: eyeReading(travel, motion.frames, visible, repeat),
  };
}

const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < 1e-9;
