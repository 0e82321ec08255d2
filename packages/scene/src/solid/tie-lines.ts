import {
  add3,
  coilLine,
  cross3,
  length3,
  scale3,
  STATIONS_PER_TURN,
  sub3,
  type Vec3,
} from '@coin-relay/core';
import type { Tube } from '@coin-relay/core/solid';
import { anchorAt, factsOfSpring, inSpace, tieAt, type Machine, type Tie } from '@coin-relay/model';
import { hungAt, ROPE_STEPS, tubesIn } from '../machine-parts/ties';

/** The wire of a spring, or a rope, in space. */
export interface TieLine {
  readonly tie: string;
  readonly radius: number;
  readonly material: string;
  /** How far it reaches to either side of its axis, mm. */
  readonly half: number;
  /** As many at every frame. */
  readonly stations: number;
  /** Whether it stands where it is in space; else its axis is in the plane z = 0, and it is set before the rows. */
  readonly stands: boolean;
  /** The middle line at a frame: x, y, z of each station in turn, mm; null where it is not there. */
  lineAt(frame: number): Float64Array | null;
  /** Where both ends are at a frame that are ground off flat, mm; null where none are. */
  groundAt(frame: number): { readonly from: Vec3; readonly to: Vec3 } | null;
}

/** The springs and ropes of a machine; springs that cannot be wound, and those beyond what a job may have, are left out. */
export function tieLines(machine: Machine): readonly TieLine[] {
  const ties = machine.job.ties ?? [];
  const tubes = tubesIn(ties);
  return ties.flatMap((tie) => {
    if (tie.is.kind === 'rope') return [ropeLine(machine, tie, tie.is.diameter / 2)];
    const facts = factsOfSpring(tie.is);
    if (!facts || tubes.has(tie.id)) return [];
    const { is: spring } = tie;
    return [
      {
        tie: tie.id,
        radius: spring.wire / 2,
        material: 'steel',
        half: (spring.diameter + spring.wire) / 2,
        stands: standsInSpace(machine, tie),
        stations: Math.ceil(facts.total * STATIONS_PER_TURN) + 1,
        groundAt: (frame: number) => {
          const state = spring.ends.endsWith('ground') ? tieAt(machine, tie, frame) : null;
          return state && { from: inSpace(state.from), to: inSpace(state.to) };
        },
        lineAt: (frame: number): Float64Array | null => {
          const state = tieAt(machine, tie, frame);
          if (!state || !(state.span > 0)) return null;
          const points = coilLine(spring, facts, state.span);
          layAlong(points, inSpace(state.from), inSpace(state.to));
          return points;
        },
      },
    ];
  });
}

const standsInSpace = (machine: Machine, { from, to }: Tie): boolean =>
  [from, to].some((id) => anchorAt(machine, id, 0)?.z !== undefined);

/** Takes points along the x axis to the way from one place to another: y stays square to it, in the drawing or nearest to it. */
function layAlong(points: Float64Array, from: Vec3, to: Vec3): void {
  const way = sub3(to, from);
  const u = scale3(way, 1 / length3(way));
  const level = Math.hypot(u.x, u.y);
  const v = level > 1e-9 ? { x: -u.y / level, y: u.x / level, z: 0 } : { x: 0, y: 1, z: 0 };
  const w = cross3(u, v);
  for (let i = 0; i < points.length; i += 3) {
    const p = add3(add3(add3(from, u, points[i]), v, points[i + 1]), w, points[i + 2]);
    points[i] = p.x;
    points[i + 1] = p.y;
    points[i + 2] = p.z;
  }
}

function ropeLine(machine: Machine, tie: Tie, radius: number): TieLine {
  return {
    tie: tie.id,
    radius,
    material: 'cord',
    half: radius,
    stands: standsInSpace(machine, tie),
    stations: ROPE_STEPS + 1,
    groundAt: () => null,
    lineAt: (frame) => {
      const state = tieAt(machine, tie, frame);
      if (!state || !(state.span > 0)) return null;
      const hung = hungAt(machine, tie, frame);
      if (hung) return hung;
      const [from, way] = [inSpace(state.from), sub3(inSpace(state.to), inSpace(state.from))];
      const out = new Float64Array(3 * (ROPE_STEPS + 1));
      for (let i = 0; i <= ROPE_STEPS; i++) {
        const { x, y, z } = add3(from, way, i / ROPE_STEPS);
        out.set([x, y, z], 3 * i);
      }
      return out;
    },
  };
}

/** Lays a wire where its tie is at a frame, set forward by so much; false where it is not there. */
export function layWire(tube: Tube, line: TieLine, frame: number, z: number): boolean {
  const points = line.lineAt(frame);
  if (!points) return false;
  for (let k = 2; k < points.length; k += 3) points[k] += z;
  const ground = line.groundAt(frame);
  const end = (at: Vec3): [number, number, number] => [at.x, at.y, at.z + z];
  tube.lay(points, ground && { from: end(ground.from), to: end(ground.to) });
  return true;
}
