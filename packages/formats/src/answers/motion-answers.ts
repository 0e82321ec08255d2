import { fitRow, phasesInLoop, placePins, RelayError, wheelAngle } from '@coin-relay/core';
import {
  motionFacts,
  motionWarnings,
  parseJob,
  resolveRun,
  resolveSetOut,
  type Job,
  type MotionFacts,
  type MotionWarning,
} from '@coin-relay/model';

/** How a job's rows move in its loop. */
export interface MotionAnswer {
  readonly frames: number;
  readonly framesPerSecond: number;
  readonly seconds: number;
  readonly runs: readonly {
    readonly id: string;
    /** Pitches in the loop, and after how many the row looks the same again. */
    readonly travel: number;
    readonly repeat: number;
    readonly seamless: boolean;
    /** Different positions that the loop has. */
    readonly phases: number;
    readonly linksPerSecond: number;
    readonly millimetresPerSecond: number;
    readonly lapsPerMinute: number;
    readonly lapsPerLoop: number;
    readonly wheels: readonly { readonly id: string; readonly rpm: number; readonly turns: number }[];
    /** Pitches and laps until the row and the marks of all toothed wheels are back. */
    readonly allBack: number;
    readonly lapsUntilBack: number | null;
    readonly warnings: readonly { readonly kind: MotionWarning['kind']; readonly message: string }[];
  }[];
}

/** @throws RelayError where the job cannot be read, or one of its runs cannot be fitted */
export function motionAnswer(document: unknown, run?: string): MotionAnswer {
  const job = parseJob(document);
  const { frames, framesPerSecond } = job.motion;
  return {
    frames,
    framesPerSecond,
    seconds: frames / framesPerSecond,
    runs: runsOf(job, run).map((id) => runMotion(job, id)),
  };
}

function runMotion(job: Job, id: string): MotionAnswer['runs'][number] {
  const resolved = resolveRun(job, id);
  const fit = fitRow(resolved.source, resolved.request);
  const facts: MotionFacts = motionFacts(job, resolved, fit, resolveSetOut(job, resolved.run, fit));
  const { travel, repeat, seamless, speeds, wheels, allBack, lapsUntilBack } = facts;
  return {
    id,
    travel,
    repeat,
    seamless,
    phases: phasesInLoop(job.motion.frames, travel),
    linksPerSecond: speeds['links-a-second'],
    millimetresPerSecond: speeds['mm-a-second'],
    lapsPerMinute: speeds['laps-a-minute'],
    lapsPerLoop: speeds['laps-a-loop'],
    wheels: wheels.map(({ id: wheel, rpm, turns }) => ({ id: wheel, rpm, turns })),
    allBack,
    lapsUntilBack,
    warnings: motionWarnings(resolved, facts).map(({ kind, text }) => ({ kind, message: text })),
  };
}

/** Where everything is at one frame of the loop: pins and the angles of pieces and wheels, mm and degrees. */
export interface FrameAnswer {
  readonly frame: number;
  readonly runs: readonly {
    readonly id: string;
    readonly pins: readonly (readonly [number, number])[];
    readonly angles: readonly number[];
  }[];
  readonly wheels: readonly { readonly id: string; readonly angle: number }[];
}

/** @throws RelayError request-invalid for a frame that is none */
export function frameAnswer(document: unknown, frame: number, run?: string): FrameAnswer {
  const job = parseJob(document);
  if (!Number.isInteger(frame)) {
    throw new RelayError('request-invalid', `There is no frame ${frame}. Give a whole number.`, {
      field: 'frame',
    });
  }
  const wheels = new Map<string, number>();
  const runs = runsOf(job, run).map((id) => {
    const { source, request } = resolveRun(job, id);
    const fit = fitRow(source, request);
    const pitches = job.motion.drives.find((drive) => drive.run === id)?.pitches ?? 0;
    const travel = fit.row.kind === 'still' ? 0 : (pitches * frame) / job.motion.frames;
    for (const turning of fit.turnings) wheels.set(turning.wheel, degrees(wheelAngle(turning, travel)));
    const flat = placePins(fit, travel);
    const pins = Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i], flat[2 * i + 1]] as const);
    const { step } = fit.row;
    // A ring's last piece ends on its first pin.
    const pieces = fit.row.kind === 'ring' || step === 2 ? pins.length / step : pins.length - 1;
    const angles = Array.from({ length: pieces }, (_, k) => {
      const [a, b] = [pins[k * step], pins[(k * step + 1) % pins.length]];
      return degrees(Math.atan2(b[1] - a[1], b[0] - a[0]));
    });
    return { id, pins, angles };
  });
  return { frame, runs, wheels: [...wheels].map(([id, angle]) => ({ id, angle })) };
}

function runsOf(job: Job, run: string | undefined): string[] {
  return run === undefined ? job.runs.map(({ id }) => id) : [resolveRun(job, run).run.id];
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;
