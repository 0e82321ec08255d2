import { mm, RelayError } from '../error';

/** How the ends of a helical spring are made. */
export type SpringEnds = 'plain' | 'plain-ground' | 'closed' | 'closed-ground';

/** A helical spring of round wire. Lengths in mm. */
export interface Spring {
  readonly wire: number;
  /** Mean diameter of its coils, free. */
  readonly diameter: number;
  /** Active coils. */
  readonly coils: number;
  readonly ends: SpringEnds;
  /** Free length, from end to end. */
  readonly free: number;
  /** The longest it may be pulled to; null where none is said. */
  readonly longest: number | null;
  /** Shear modulus of the wire, N/mm²; null where it is not given. */
  readonly modulus: number | null;
}

/** What follows from how a spring is made. */
export interface SpringFacts {
  /** All its coils, those at rest in its ends with them. */
  readonly total: number;
  /** From coil to coil, free, mm. */
  readonly pitch: number;
  /** With all coils touching, mm. */
  readonly solid: number;
  /** Of the mean diameter to the wire. */
  readonly index: number;
  /** N/mm; null without a modulus. */
  readonly rate: number | null;
}

/**
 * Total coils, free length as a function of the pitch, and solid length, by the ends: Shigley,
 * Mechanical Engineering Design, table 10-1.
 */
const TABLE: Readonly<
  Record<
    SpringEnds,
    {
      readonly dead: number;
      /** free = pitch · coils(active) + wires · d */
      readonly pitches: (active: number) => number;
      readonly wires: number;
      /** solid = d · (total + more) */
      readonly more: number;
    }
  >
> = {
  plain: { dead: 0, pitches: (n) => n, wires: 1, more: 1 },
  'plain-ground': { dead: 1, pitches: (n) => n + 1, wires: 0, more: 0 },
  closed: { dead: 2, pitches: (n) => n, wires: 3, more: 1 },
  'closed-ground': { dead: 2, pitches: (n) => n, wires: 2, more: 0 },
};

/**
 * @throws RelayError spring-invalid where it could not be wound so
 */
export function springFacts(spring: Spring): SpringFacts {
  const { wire, diameter, coils, ends, free, modulus } = spring;
  const { dead, pitches, wires, more } = TABLE[ends];
  if (!(wire > 0 && diameter > wire)) {
    throw wrong(
      `A wire of ${mm(wire)} cannot be wound to a mean diameter of ${mm(diameter)}. The diameter must be more than the wire.`,
      'diameter',
    );
  }
  if (!(coils >= 1 && coils <= MOST_COILS))
    throw wrong(`${coils} active coils cannot be wound. Give 1 to ${MOST_COILS}.`, 'coils');
  const total = coils + dead;
  const solid = wire * (total + more);
  if (!(free > solid)) {
    throw wrong(
      `Solid it is ${mm(solid)} long, so that it cannot be ${mm(free)} long when free. Make it longer, or of fewer coils or thinner wire.`,
      'free',
    );
  }
  const pitch = (free - wires * wire) / pitches(coils);
  return {
    total,
    pitch,
    solid,
    index: diameter / wire,
    // Shigley, equation 10-9: k = d⁴ G / (8 D³ N).
    rate: modulus === null ? null : (wire ** 4 * modulus) / (8 * diameter ** 3 * coils),
  };
}

/** Active coils of a spring, at the most. */
export const MOST_COILS = 500;

/** Index D / d in which springs are easily wound (Shigley: 4 to 12). */
export const USUAL_INDEX: readonly [number, number] = [4, 12];

/** How a spring stands at a length. */
export interface SpringState {
  readonly length: number;
  /** Of its free length. */
  readonly ratio: number;
  /** N, positive where it pushes; null without a modulus. */
  readonly force: number | null;
  readonly state: 'works' | 'solid' | 'too-long';
}

export function springAt(spring: Spring, { solid, rate }: SpringFacts, length: number): SpringState {
  return {
    length,
    ratio: length / spring.free,
    force: rate === null ? null : rate * (spring.free - length),
    state:
      length < solid * (1 - 1e-12)
        ? 'solid'
        : spring.longest !== null && length > spring.longest * (1 + 1e-12)
          ? 'too-long'
          : 'works',
  };
}

const wrong = (message: string, field: string): RelayError =>
  new RelayError('spring-invalid', message, { field });
