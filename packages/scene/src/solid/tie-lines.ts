import { coilLine, STATIONS_PER_TURN } from '@coin-relay/core';
import { factsOfSpring, tieAt, type Machine, type Tie } from '@coin-relay/model';
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
  /** The middle line at a frame: x, y, z of each station in turn, mm, its axis in the plane z = 0; null where it is not there. */
  lineAt(frame: number): Float64Array | null;
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
        stations: Math.ceil(facts.total * STATIONS_PER_TURN) + 1,
        lineAt: (frame: number): Float64Array | null => {
          const state = tieAt(machine, tie, frame);
          if (!state || !(state.span > 0)) return null;
          const points = coilLine(spring, facts, state.span);
          const [c, s] = [(state.to.x - state.from.x) / state.span, (state.to.y - state.from.y) / state.span];
          for (let i = 0; i < points.length; i += 3) {
            const [x, y] = [points[i], points[i + 1]];
            points[i] = state.from.x + c * x - s * y;
            points[i + 1] = state.from.y + s * x + c * y;
          }
          return points;
        },
      },
    ];
  });
}

function ropeLine(machine: Machine, tie: Tie, radius: number): TieLine {
  return {
    tie: tie.id,
    radius,
    material: 'cord',
    half: radius,
    stations: ROPE_STEPS + 1,
    lineAt: (frame) => {
      const state = tieAt(machine, tie, frame);
      if (!state || !(state.span > 0)) return null;
      const hung = hungAt(machine, tie.id, frame);
      const { from, to } = state;
      const out = new Float64Array(3 * (ROPE_STEPS + 1));
      for (let i = 0; i <= ROPE_STEPS; i++) {
        const k = i / ROPE_STEPS;
        out[3 * i] = hung ? hung[2 * i] : from.x + k * (to.x - from.x);
        out[3 * i + 1] = hung ? hung[2 * i + 1] : from.y + k * (to.y - from.y);
      }
      return out;
    },
  };
}
