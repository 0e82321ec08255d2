import { RelayError } from '../error';

/** How long a loop is. */
export interface LoopTiming {
  readonly frames: number;
  readonly framesPerSecond: number;
}

/** What a row does in one pitch of travel. */
export interface RowMeasure {
  /** mm along the path. */
  readonly spacing: number;
  /** Pitches of travel that bring the row once round; null on an open path. */
  readonly lap: number | null;
}

/** Pitches travelled in one loop, at the most. */
export const MOST_TRAVEL = 100_000;

/** A speed in the words of the trade; of a wheel by its turn a pitch, radians. */
export type Speed =
  | { readonly in: 'links-a-second'; readonly value: number }
  | { readonly in: 'mm-a-second'; readonly value: number }
  | { readonly in: 'laps-a-minute'; readonly value: number }
  | { readonly in: 'laps-a-loop'; readonly value: number }
  | { readonly in: 'rpm'; readonly value: number; readonly perPitch: number };

const TAU = 2 * Math.PI;

/**
 * The travel in one loop that a speed asks for, in pitches: a real number, signed.
 * @throws RelayError request-invalid where the row has no laps, the wheel does not turn, or the loop has no time
 */
export function travelFor(speed: Speed, timing: LoopTiming, { spacing, lap }: RowMeasure): number {
  checkTiming(timing);
  const { value } = speed;
  if (!Number.isFinite(value)) throw wrong(`A speed of ${value} cannot be run at. Give a number.`);
  const seconds = timing.frames / timing.framesPerSecond;
  switch (speed.in) {
    case 'links-a-second':
      return value * seconds;
    case 'mm-a-second':
      return (value / spacing) * seconds;
    case 'laps-a-minute':
      return ((value * needLap(lap)) / 60) * seconds;
    case 'laps-a-loop':
      return value * needLap(lap);
    case 'rpm':
      if (speed.perPitch === 0)
        throw wrong('This wheel does not turn with the row. Type the speed of another.');
      return (((value / 60) * TAU) / Math.abs(speed.perPitch)) * seconds;
  }
}

/** The value that a travel in one loop has as a speed of a kind. */
export function speedFor(
  kind: Speed['in'],
  travel: number,
  timing: LoopTiming,
  { spacing, lap }: RowMeasure,
  perPitch = 0,
): number {
  checkTiming(timing);
  const perSecond = (travel * timing.framesPerSecond) / timing.frames;
  switch (kind) {
    case 'links-a-second':
      return perSecond;
    case 'mm-a-second':
      return perSecond * spacing;
    case 'laps-a-minute':
      return lap === null ? 0 : (perSecond * 60) / lap;
    case 'laps-a-loop':
      return lap === null ? 0 : travel / lap;
    case 'rpm':
      return (perSecond * 60 * Math.abs(perPitch)) / TAU;
  }
}

/** The travels near a wanted one that meet the loop's end without a seam. */
export interface SeamlessTravels {
  readonly nearest: number;
  /** The next slower and faster ones, the same way; null where there are none. */
  readonly slower: number | null;
  readonly faster: number | null;
}

/**
 * Whole numbers of repeats about a wanted travel. What is asked to move is never rounded to
 * standing still.
 * @param repeat pitches after which the row looks as it did
 * @throws RelayError request-invalid beyond MOST_TRAVEL
 */
export function seamlessTravels(wanted: number, repeat: number): SeamlessTravels {
  const way = wanted < 0 ? -1 : 1;
  const size = Math.abs(wanted) / repeat;
  const most = Math.floor(MOST_TRAVEL / repeat);
  if (!(size <= most + 0.5)) {
    throw wrong(
      `That is ${Number(Math.abs(wanted).toPrecision(4))} pitches in one loop; at most ${MOST_TRAVEL} can be travelled. Take a lower speed, or a shorter loop.`,
    );
  }
  const whole = wanted === 0 ? 0 : Math.min(most, Math.max(1, Math.round(size)));
  const of = (n: number): number => n * way * repeat || 0;
  return {
    nearest: of(whole),
    slower: whole > 1 ? of(whole - 1) : null,
    faster: whole < most ? of(whole + 1) : null,
  };
}

/** From this part of the visible repeat a frame on, motion begins to read wrongly. */
export const READS_TO = 0.4;

/** How a row reads to the eye that travels so far a frame. */
export interface EyeReading {
  /** Travel a frame over what repeats to the eye. */
  readonly ratio: number;
  readonly reads: 'well' | 'hard' | 'still' | 'backwards';
  /** The fastest travel in a loop that reads well, the same way; 0 where none does at so few frames. */
  readonly fastest: number;
}

/**
 * Sampling theorem (Nyquist, Shannon): what moves by half of its visible repeat or more a frame
 * seems to stand still or to run backwards. Warned of from 0.4.
 * @param visible pitches after which the row looks nearly as it did
 */
export function eyeReading(travel: number, frames: number, visible: number, repeat: number): EyeReading {
  const ratio = Math.abs(travel) / frames / visible;
  const past = ratio - Math.floor(ratio);
  const slip = 1e-9;
  const reads =
    ratio < READS_TO - slip
      ? 'well'
      : ratio < 0.5 - slip
        ? 'hard'
        : past < 0.05 || past > 0.95
          ? 'still'
          : past >= 0.5 - slip
            ? 'backwards'
            : 'hard';
  // Strictly below the threshold.
  const most = Math.ceil((READS_TO * visible * frames) / repeat - slip) - 1;
  return { ratio, reads, fastest: Math.max(0, most) * repeat * (travel < 0 ? -1 : 1) || 0 };
}

/** Frames that a travel needs at least to read well. */
export const framesToRead = (travel: number, visible: number): number =>
  Math.floor(Math.abs(travel) / (READS_TO * visible) + 1e-9) + 1;

/**
 * Pitches after which a row and its toothed wheels all look as they did: z / gcd(z, q) for a wheel of
 * z teeth whose picture repeats q times a turn.
 */
export function allRepeat(
  repeat: number,
  wheels: readonly { readonly teeth: number; readonly repeats: number }[],
): number {
  return wheels.reduce((all, { teeth, repeats }) => lcm(all, teeth / gcd(teeth, repeats)), repeat);
}

/** Phases that a loop of so many frames really needs: F / gcd(F, travel). */
export const phasesInLoop = (frames: number, travel: number): number =>
  frames / gcd(frames, Math.abs(travel));

function checkTiming({ frames, framesPerSecond }: LoopTiming): void {
  if (!(Number.isInteger(frames) && frames >= 1))
    throw wrong(`A loop of ${frames} frames cannot be played. Give a whole number above zero.`);
  if (!(framesPerSecond > 0 && framesPerSecond <= 240))
    throw wrong(`${framesPerSecond} frames a second cannot be played. Give 1 to 240.`);
}

function needLap(lap: number | null): number {
  if (lap === null) throw wrong('A row on an open path has no laps. Give its speed in links or mm a second.');
  return lap;
}

const wrong = (message: string): RelayError => new RelayError('request-invalid', message, { field: 'speed' });

export function gcd(a: number, b: number): number {
  let [x, y] = [Math.abs(a), Math.abs(b)];
  while (y > 0) [x, y] = [y, x % y];
  return x || 1;
}

export const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;
