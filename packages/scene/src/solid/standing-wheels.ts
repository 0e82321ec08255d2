import { wheelAngle, type Map3 } from '@coin-relay/core';
import { travelOf, type Machine } from '@coin-relay/model';
import { inJob } from './standing-pieces';
import type { StandingRow } from './standing';
import { wheelShape } from './wheel-shape';

/** A wheel of a row where it stands in the job. */
export interface StandingWheel {
  /** Names it in all frames. */
  readonly id: string;
  readonly name: string;
  /** Its number in the row, from 0. */
  readonly number: number;
  readonly shape: ReturnType<typeof wheelShape>;
  /** Takes its axes (its middle at zero, z along its shaft) to those of the job. */
  readonly map: Map3;
}

/** The wheels of a row at a frame of the loop. */
export function standingWheels(machine: Machine, row: StandingRow, frame: number): StandingWheel[] {
  const { scene, run, z } = row;
  const { fit } = scene;
  const turnings = machine.motions.get(run)?.turnings ?? fit.turnings;
  const travel = travelOf(machine, run, frame);
  return fit.layout.wheels.map((wheel, i) => {
    const angle = wheelAngle(turnings[i], travel);
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const map: Map3 = [c, -s, 0, wheel.x, s, c, 0, wheel.y, 0, 0, 1, z];
    return {
      ...{ id: `${run}/wheel/${wheel.id ?? i + 1}`, name: wheel.name ?? `Wheel ${i + 1}`, number: i },
      shape: wheelShape(fit, i, row.row.resolved.sequence[0], scene.span),
      map: inJob(row, map),
    };
  });
}
