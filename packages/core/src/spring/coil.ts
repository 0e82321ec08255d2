import type { Spring, SpringFacts } from './spring';

/** Straight pieces that one turn of the wire is drawn with. */
const PER_TURN = 36;

/** A spring seen square to its axis, in its own axes: x along it from its first end, y across. */
export interface CoilView {
  /** The middle line of the wire where it passes behind, and in front: x and y in turn, one array for each pass. */
  readonly behind: readonly Float64Array[];
  readonly front: readonly Float64Array[];
}

/**
 * The side projection of a spring of some length. A wire of thickness d is seen as everything
 * within d / 2 of the projected middle line: to be drawn as a stroke of that width.
 *
 * Only the rise of the active coils changes. The wire of a coil keeps its length, (π D)² + p², so
 * that D grows as it is pressed together: D² = D₀² + (p₀² − p²) / π². Coils at rest in closed ends
 * stay one wire apart; ground ends lie flat within the length.
 */
export function coilView(
  spring: Spring,
  { total, pitch }: Pick<SpringFacts, 'total' | 'pitch'>,
  length: number,
): CoilView {
  const { diameter, alongOf } = wound(spring, { total, pitch }, length);
  const behind: number[][] = [];
  const front: number[][] = [];
  const steps = Math.ceil(total * PER_TURN);
  let now: number[] | null = null;
  let wasFront: boolean | null = null;
  for (let i = 0; i <= steps; i++) {
    const turns = (total * i) / steps;
    const x = alongOf(turns);
    const angle = 2 * Math.PI * turns;
    const y = (diameter / 2) * Math.cos(angle);
    // The half of each turn from 0 to π passes in front.
    const middle = ((total * (i + 0.5)) / steps) % 1;
    const isFront: boolean = i === steps ? (wasFront ?? true) : middle < 0.5;
    if (isFront !== wasFront) {
      now?.push(x, y);
      now = [];
      (isFront ? front : behind).push(now);
      wasFront = isFront;
    }
    now?.push(x, y);
  }
  return {
    behind: behind.map((line) => Float64Array.from(line)),
    front: front.map((line) => Float64Array.from(line)),
  };
}

/** Stations that one turn of the wire has in space. */
export const STATIONS_PER_TURN = 36;

/**
 * The middle line of the wire of a spring of some length in space: x along it, y and z across, in turn, mm. Of a ground
 * end it begins in the plane that half the wire is ground off at.
 */
export function coilLine(
  spring: Spring,
  { total, pitch }: Pick<SpringFacts, 'total' | 'pitch'>,
  length: number,
): Float64Array {
  const { diameter, wholeAt } = wound(spring, { total, pitch }, length);
  const steps = Math.ceil(total * STATIONS_PER_TURN);
  const out = new Float64Array(3 * (steps + 1));
  for (let i = 0; i <= steps; i++) {
    const turns = (total * i) / steps;
    const angle = 2 * Math.PI * turns;
    out[3 * i] = wholeAt(turns);
    out[3 * i + 1] = (diameter / 2) * Math.cos(angle);
    out[3 * i + 2] = (diameter / 2) * Math.sin(angle);
  }
  return out;
}

/** How wide a spring of some length is wound, and how far along it its wire has come after some turns. */
function wound(
  spring: Spring,
  { total, pitch }: Pick<SpringFacts, 'total' | 'pitch'>,
  length: number,
): { readonly diameter: number; alongOf(turns: number): number; wholeAt(turns: number): number } {
  const { wire, ends, coils } = spring;
  const ground = ends.endsWith('ground');
  const closed = ends.startsWith('closed');
  // The middle line of a wire whose end is not ground begins half a wire in.
  const inset = ground ? 0 : wire / 2;
  const deadEach = closed ? 1 : 0;
  const moving = closed ? coils : total;
  const rise = (length - 2 * inset - 2 * deadEach * wire) / moving;
  const diameter = diameterAt(spring, pitch, rise);
  const wholeAt = (turns: number): number => inset + alongAt(turns, total, deadEach, wire, rise);
  return {
    diameter,
    wholeAt,
    // What is ground off an end is the half of the wire that would lie beyond it: seen from the side it lies flat.
    alongOf: (turns) => Math.max(wire / 2, Math.min(length - wire / 2, wholeAt(turns))),
  };
}

/** The mean diameter at a rise for each coil; what the wire does not reach is drawn straight. */
export const diameterAt = ({ diameter }: Spring, pitch: number, rise: number): number =>
  Math.sqrt(Math.max(0, diameter * diameter + (pitch * pitch - rise * rise) / (Math.PI * Math.PI)));

/** How far along the spring its wire has come after some turns. */
function alongAt(turns: number, total: number, dead: number, wire: number, rise: number): number {
  if (turns <= dead) return turns * wire;
  if (turns <= total - dead) return dead * wire + (turns - dead) * rise;
  return dead * wire + (total - 2 * dead) * rise + (turns - (total - dead)) * wire;
}
