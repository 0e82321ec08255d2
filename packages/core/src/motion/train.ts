import { RelayError } from '../error';

/** One run that another one drives: its pitches for one pitch of that other. */
export interface Coupling {
  readonly run: string;
  readonly by: string;
  readonly ratio: number;
}

/** What drives a run in the end, and at what ratio. */
export interface Driven {
  readonly master: string;
  /** Pitches for one pitch of the master, signed. */
  readonly ratio: number;
}

/**
 * The runs that others drive, each with its master and the product of the ratios on the way.
 * @throws RelayError train-ring where runs drive each other in a ring, naming them
 */
export function driveTrain(couplings: readonly Coupling[]): ReadonlyMap<string, Driven> {
  const by = new Map(couplings.map((coupling) => [coupling.run, coupling]));
  const found = new Map<string, Driven>();
  for (const { run } of couplings) {
    const way = [run];
    let ratio = 1;
    let at = by.get(run);
    let master = run;
    while (at) {
      ratio *= at.ratio;
      master = at.by;
      if (way.includes(master)) throw ringOfDrives([...way.slice(way.indexOf(master)), master]);
      way.push(master);
      at = by.get(master);
    }
    found.set(run, { master, ratio });
  }
  return found;
}

export const ringOfDrives = (names: readonly string[]): RelayError =>
  new RelayError(
    'train-ring',
    `Runs drive each other in a ring: ${names.map((name) => `“${name}”`).join(' ← ')}. Let one of them run by itself.`,
    { field: 'drives' },
  );

/**
 * How far a driven wheel turns for one turn of the wheel it is driven by: as that on the shaft
 * they share, the other way by a pair of gears.
 * @param gears teeth of the gear on the driving shaft and on the driven one; null for one shaft
 */
export const shaftRatio = (gears: readonly [number, number] | null): number =>
  gears === null ? 1 : -gears[0] / gears[1];

/** The slip by which a plain wheel is let meet the loop’s end, as a part of its turn, at the most. */
export const MOST_SLIP = 0.1;

/** A wheel’s turn in one loop, and what was done to it so that its picture is back at its end. */
export interface ClosedTurn {
  /** Turns in the loop, signed. */
  readonly turns: number;
  /** turns over what rolling asks for, less one; 0 where it rolls true. */
  readonly slip: number;
}

/**
 * Rounds the turns of a plain wheel to the next at which its picture is back. Where that would be
 * standing still, or take more slip than MOST_SLIP, it rolls true and does not meet the loop’s end.
 * @param repeats times its picture repeats in one turn
 */
export function closeTurn(turns: number, repeats: number): ClosedTurn {
  const whole = Math.round(turns * repeats) / repeats;
  if (turns === 0 || whole === 0) return { turns, slip: 0 };
  const slip = whole / turns - 1;
  return Math.abs(slip) <= MOST_SLIP
    ? { turns: whole, slip: Math.abs(slip) < 1e-12 ? 0 : slip }
    : { turns, slip: 0 };
}
