import { checkMachine, checkRow, type FindingKind } from '@coin-relay/scene';
import {
  isSpatial,
  newReading,
  pathReader,
  phasesInLoop,
  placeArcs,
  placePins,
  RelayError,
  type FitOutcome,
} from '@coin-relay/core';
import {
  anchorAt,
  checkAnchors,
  factsOfSpring,
  fittedRows,
  precomputedRow,
  machineOf,
  measureAt,
  motionFacts,
  parseJob,
  planeMap,
  planeOfRun,
  precomputeFrames,
  resolveRun,
  rowFrameAt,
  tieAt,
  tieOverLoop,
  travelOf,
  wheelAngleAt,
  type Job,
  type Machine,
  type MachinePlace,
  type Tie,
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
    /** The run that drives it in the end, and its pitches for one of that. */
    readonly drivenBy: string | null;
    readonly ratio: number;
    readonly repeat: number;
    readonly seamless: boolean;
    /** Different positions that the loop has. */
    readonly phases: number;
    readonly linksPerSecond: number;
    readonly millimetresPerSecond: number;
    readonly lapsPerMinute: number;
    readonly lapsPerLoop: number;
    readonly wheels: readonly {
      readonly id: string;
      readonly rpm: number;
      readonly turns: number;
      /** Of a plain wheel: what it slips by so that its picture meets the loop’s end, as a part of one. */
      readonly slip: number;
    }[];
    /** Pitches and laps until the row and the marks of all toothed wheels are back. */
    readonly allBack: number;
    readonly lapsUntilBack: number | null;
    readonly warnings: readonly { readonly kind: FindingKind; readonly message: string }[];
  }[];
  /** Springs and ropes: how long they get, mm; of springs their free and solid length and rate (N/mm). */
  readonly ties: readonly {
    readonly id: string;
    readonly shortest: number | null;
    readonly longest: number | null;
    readonly free?: number;
    readonly solid?: number;
    readonly rate?: number | null;
  }[];
  readonly warnings: readonly {
    readonly kind: FindingKind;
    readonly of: string;
    readonly message: string;
  }[];
}

/** @throws RelayError where the job cannot be read, or one of its runs cannot be fitted */
export function motionAnswer(document: unknown, run?: string): MotionAnswer {
  const machine = preparedMachine(parseJob(document));
  const { frames, framesPerSecond } = machine.job.motion;
  return {
    frames,
    framesPerSecond,
    seconds: frames / framesPerSecond,
    runs: runsOf(machine.job, run).map((id) => runMotion(machine, id)),
    ties: (machine.job.ties ?? []).map((tie) => tieMotion(machine, tie)),
    warnings: checkMachine(machine).map(({ kind, of, text }) => ({ kind, of: of ?? '', message: text })),
  };
}

/** A job as a machine, with all that has to be worked out ahead. */
function preparedMachine(job: Job): Machine {
  const rows = fittedRows(job);
  const machine = machineOf(job, rows, precomputeFrames(job, rows));
  checkAnchors(machine);
  return machine;
}

function runMotion(machine: Machine, id: string): MotionAnswer['runs'][number] {
  const row = machine.rows.get(id);
  const facts = motionFacts(machine, id);
  if (!row || !facts) throw new RelayError('job-incomplete', `This job has no run “${id}”.`);
  const { travel, repeat, seamless, speeds, wheels, allBack, lapsUntilBack, driven } = facts;
  return {
    id,
    travel,
    drivenBy: driven?.master ?? null,
    ratio: driven?.ratio ?? 1,
    repeat,
    seamless,
    phases: Number.isInteger(travel) ? phasesInLoop(machine.frames, travel) : machine.frames,
    linksPerSecond: speeds['links-a-second'],
    millimetresPerSecond: speeds['mm-a-second'],
    lapsPerMinute: speeds['laps-a-minute'],
    lapsPerLoop: speeds['laps-a-loop'],
    wheels: wheels.map(({ id: wheel, rpm, turns, slip }) => ({ id: wheel, rpm, turns, slip })),
    allBack,
    lapsUntilBack,
    warnings: checkRow(machine.job, row, machine)
      .filter(({ step }) => step === 'motion')
      .map(({ kind, text }) => ({ kind, message: text })),
  };
}

function tieMotion(machine: Machine, tie: Tie): MotionAnswer['ties'][number] {
  const { length } = tieOverLoop(machine, tie);
  const known = length.filter((value) => !Number.isNaN(value));
  const spring = tie.is.kind === 'spring' ? factsOfSpring(tie.is) : null;
  return {
    id: tie.id,
    shortest: known.length > 0 ? known.reduce((a, b) => Math.min(a, b)) : null,
    longest: known.length > 0 ? known.reduce((a, b) => Math.max(a, b)) : null,
    ...(tie.is.kind === 'spring' && spring
      ? { free: tie.is.free, solid: spring.solid, rate: spring.rate }
      : {}),
  };
}

/** Where everything is at one frame of the loop: pins and the angles of pieces and wheels, mm and degrees. */
export interface FrameAnswer {
  readonly frame: number;
  readonly runs: readonly {
    readonly id: string;
    /** x and y of each, and z where the row leaves the plane. */
    readonly pins: readonly (readonly number[])[];
    readonly angles: readonly number[];
    /** Where its path lies in a plane of its own: what takes x, y, the depth and 1 to where they are, row by row. */
    readonly plane?: readonly number[];
  }[];
  readonly wheels: readonly { readonly id: string; readonly angle: number }[];
  /** With z where one is not in the drawing. */
  readonly anchors: readonly ({ readonly id: string } & MachinePlace)[];
  readonly springs: readonly {
    readonly id: string;
    readonly from: readonly number[];
    readonly to: readonly number[];
    readonly length: number;
    /** Of springs: to their free length; of ropes: to their own. */
    readonly ratio: number;
    /** N, where the modulus is given. */
    readonly force: number | null;
  }[];
  readonly measures: readonly { readonly id: string; readonly value: number | null }[];
}

/** @throws RelayError request-invalid for a frame that is none, and those of a job that cannot be fitted */
export function frameAnswer(document: unknown, frame: number, run?: string): FrameAnswer {
  const job = parseJob(document);
  if (!Number.isInteger(frame)) {
    throw new RelayError('request-invalid', `There is no frame ${frame}. Give a whole number.`, {
      field: 'frame',
    });
  }
  const machine = preparedMachine(job);
  const broken = machine.precomputed.problems[0];
  if (broken) throw new RelayError('request-invalid', broken.message, { field: 'frame' });
  return {
    frame,
    runs: runsOf(job, run).map((id) => ({ id, ...runAt(machine, id, frame), ...planeAt(job, id) })),
    wheels: [...machine.wheels.keys()].map((id) => ({
      id,
      angle: degrees(wheelAngleAt(machine, id, frame) ?? 0),
    })),
    anchors: (job.anchors ?? []).flatMap(({ id }) => {
      const at = anchorAt(machine, id, frame);
      return at ? [{ id, ...at }] : [];
    }),
    springs: (job.ties ?? []).flatMap((tie) => {
      const at = tieAt(machine, tie, frame);
      if (!at) return [];
      const own = tie.is.kind === 'spring' ? tie.is.free : (at.rope?.length ?? 0);
      return [
        {
          id: tie.id,
          from: numbersOf(at.from),
          to: numbersOf(at.to),
          length: at.span,
          ratio: at.span / own,
          force: at.spring?.force ?? null,
        },
      ];
    }),
    measures: (job.measures ?? []).map((measure) => ({
      id: measure.id,
      value: measureAt(machine, measure, frame),
    })),
  };
}

function planeAt(job: Job, id: string): Pick<FrameAnswer['runs'][number], 'plane'> {
  const plane = planeOfRun(job, resolveRun(job, id).run);
  return plane ? { plane: planeMap(plane) } : {};
}

function runAt(machine: Machine, id: string, frame: number): Omit<FrameAnswer['runs'][number], 'id'> {
  const { fit } = machine.rows.get(id) ?? {};
  if (!fit) return { pins: [], angles: [] };
  const laid = precomputedRow(machine.precomputed, id);
  const closed = fit.row.kind === 'ring';
  const { pins: flat, rise } = laid
    ? laidPins(machine, id, frame)
    : placedPins(fit, travelOf(machine, id, frame));
  const step = laid ? laid.step : fit.row.step;
  const pins = Array.from({ length: flat.length / 2 }, (_, i) => {
    const [x, y] = [flat[2 * i], flat[2 * i + 1]];
    return rise.length > 0 ? [x, y, rise[i]] : [x, y];
  });
  // A ring's last piece ends on its first pin.
  const pieces = closed || step === 2 ? pins.length / step : pins.length - 1;
  const angles = Array.from({ length: pieces }, (_, k) => {
    const [a, b] = [pins[k * step], pins[(k * step + 1) % pins.length]];
    return degrees(Math.atan2(b[1] - a[1], b[0] - a[0]));
  });
  return { pins, angles };
}

/** Pins, and their heights where the row leaves the plane. */
interface PlacedPins {
  readonly pins: ArrayLike<number>;
  readonly rise: ArrayLike<number>;
}

/** The pins of a row that travels, as they are placed. */
function placedPins(fit: FitOutcome, travel: number): PlacedPins {
  const pins = placePins(fit, travel);
  const { path } = fit.layout;
  if (!isSpatial(path)) return { pins, rise: [] };
  const read = pathReader(path);
  const at = newReading();
  return {
    pins,
    rise: Array.from(placeArcs(fit, travel), (s) => {
      read(s, at);
      return at[5];
    }),
  };
}

/** The pins of a row that is laid anew in every frame: of an open one, those of its pieces that are on the path. */
function laidPins(machine: Machine, id: string, frame: number): PlacedPins {
  const at = rowFrameAt(machine, id, frame);
  const row = machine.rows.get(id)?.fit.row;
  if (!at || !row) return { pins: [], rise: [] };
  const many = at.pins.length / 2;
  const [from, to] =
    row.kind === 'ring'
      ? [0, at.step === 1 ? many - 1 : many]
      : [row.cycle * at.step, many - row.cycle * at.step];
  return {
    pins: at.pins.subarray(2 * from, 2 * to),
    rise: at.rise.length > 0 ? at.rise.subarray(from, to) : [],
  };
}

const numbersOf = ({ x, y, z }: MachinePlace): readonly number[] => (z === undefined ? [x, y] : [x, y, z]);

function runsOf(job: Job, run: string | undefined): string[] {
  return run === undefined ? job.runs.map(({ id }) => id) : [resolveRun(job, run).run.id];
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;
