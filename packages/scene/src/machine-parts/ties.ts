import { add3, coilView, LIMITS, turnedTo, type Affine } from '@coin-relay/core';
import {
  factsOfSpring,
  hangsAlong,
  inSpace,
  leavesDrawing,
  ROPE_NUMBERS,
  tieAt,
  verticalOf,
  type Machine,
  type SpringTie,
  type Tie,
  circle,
  data,
} from '@coin-relay/model';
import { lineData, type MachinePart } from './part';

/** Straight pieces that a hanging rope is drawn with. */
export const ROPE_STEPS = 40;

/** Coils closer to each other than this on the screen, px, are not told apart. */
const LEAST_COIL = 2;
/** Coils that are drawn one by one in all of a picture. */
const MOST_COILS = 1_500;

/** Springs whose coils are not drawn one by one at all: those beyond what a job may have. */
export function tubesIn(ties: readonly Tie[]): ReadonlySet<string> {
  let sum = 0;
  return new Set(
    ties.flatMap(({ id, is }) => {
      if (is.kind !== 'spring') return [];
      sum += is.coils;
      return sum > LIMITS.jobCoils ? [id] : [];
    }),
  );
}

/** How many coils the springs of a job have. */
export const coilsIn = (ties: readonly Tie[]): number =>
  ties.reduce((sum, { is }) => sum + (is.kind === 'spring' ? is.coils : 0), 0);

/**
 * A spring or rope as it is at a frame.
 * @param pixel the size of a pixel of the picture, mm; 0 where all is to be drawn
 * @param coils how many there are in all of the picture
 * @param tube whether it is one whose coils are not drawn one by one
 */
export function tieParts(
  machine: Machine,
  tie: Tie,
  frame: number,
  pixel = 0,
  coils = 0,
  tube = false,
): MachinePart[] {
  const state = tieAt(machine, tie, frame);
  if (!state || !(state.span > 0)) return [];
  const { from, to, span } = state;
  const { is } = tie;
  if (is.kind === 'rope') {
    const wire = { width: is.diameter, material: 'cord' };
    const hung = hungAt(machine, tie, frame);
    const d = hung ? lineData(inPlan(hung)) : data`M${from.x} ${from.y}L${to.x} ${to.y}`;
    return [{ d, fill: null, line: false, wire }];
  }
  const plain = tube || (pixel > 0 && (coils > MOST_COILS || span < is.coils * LEAST_COIL * pixel));
  return (plain ? plainSpring(is, span) : springParts(is, span)).map((part) => ({
    ...part,
    at: foreshortened(
      turnedTo(from.x, from.y, Math.atan2(to.y - from.y, to.x - from.x)),
      leavesDrawing(from, to) ? Math.hypot(to.x - from.x, to.y - from.y) / span : 1,
    ),
  }));
}

/** What leaves the drawing is seen shorter along its axis. */
function foreshortened(at: Affine, by: number): Affine {
  return by === 1 ? at : [at[0] * by, at[1] * by, at[2], at[3], at[4], at[5]];
}

/** x and y of points in space. */
function inPlan(points: Float64Array): Float64Array {
  const many = points.length / 3;
  const flat = new Float64Array(2 * many);
  for (let i = 0; i < many; i++) flat.set([points[3 * i], points[3 * i + 1]], 2 * i);
  return flat;
}

/**
 * A spring from the origin along x, in side projection: what passes behind first. Its ends are held
 * by an eye of its own wire.
 */
export function springParts(spring: SpringTie, length: number): MachinePart[] {
  const facts = factsOfSpring(spring);
  if (!facts) {
    // What could not be wound is drawn as the line it would be on; why is said elsewhere.
    return [
      { d: data`M0 0L${length} 0`, fill: null, line: false, wire: { width: spring.wire, material: 'shade' } },
    ];
  }
  const view = coilView(spring, facts, length);
  const stroke = (points: Float64Array, material: string): MachinePart => ({
    d: lineData(points),
    fill: null,
    line: false,
    wire: { width: spring.wire, material },
  });
  const eye = (x: number): MachinePart => eyeOf(spring, x);
  return [
    ...view.behind.map((points) => stroke(points, 'shade')),
    eye(0),
    eye(length),
    ...view.front.map((points) => stroke(points, 'steel')),
  ];
}

const eyeOf = ({ wire }: SpringTie, x: number): MachinePart => ({
  d: circle(x, 0, Math.max(wire * 0.9, 1)),
  fill: 'iron',
  line: true,
});

/** A spring whose coils are not told apart: a tube as wide as they are. */
function plainSpring(spring: SpringTie, length: number): MachinePart[] {
  const half = Math.min((spring.diameter + spring.wire) / 2, length / 2);
  return [
    { d: data`M0 ${-half}H${length}V${half}H0Z`, fill: 'steel', line: true },
    eyeOf(spring, 0),
    eyeOf(spring, length),
  ];
}

/** A rope that was worked out for a frame: x, y, z of its points in turn; null where it is taut, or not known yet. */
export function hungAt(machine: Machine, tie: Tie, frame: number): Float64Array | null {
  const { precomputed: prepared, frames, job } = machine;
  const shapes = prepared.ropes.get(tie.id);
  if (!shapes) return null;
  const k = ((Math.round(frame) % frames) + frames) % frames;
  const [x, y, a, from, to] = shapes.subarray(k * ROPE_NUMBERS, (k + 1) * ROPE_NUMBERS);
  if (!(a > 0)) return null;
  const ends = tieAt(machine, tie, k);
  const way = ends && hangsAlong(job, ends.from, ends.to).way;
  const up = verticalOf(job);
  const points = new Float64Array(3 * (ROPE_STEPS + 1));
  for (let i = 0; i <= ROPE_STEPS; i++) {
    // At arc length s from its lowest place a catenary has x = a asinh(s / a), y = sqrt(a² + s²) − a.
    const s = from + ((to - from) * i) / ROPE_STEPS;
    const [along, high] = [x + a * Math.asinh(s / a), y + Math.sqrt(a * a + s * s) - a];
    if (!way) points.set([along, high, 0], 3 * i);
    else {
      const p = add3(add3(inSpace(ends.from), way.along, along), up, high);
      points.set([p.x, p.y, p.z], 3 * i);
    }
  }
  return points;
}
