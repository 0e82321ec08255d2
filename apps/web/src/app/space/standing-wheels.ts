import { nearZero, wheelAngle, type WheelTurning } from '@coin-relay/core';
import { PLAIN_REPEATS } from '@coin-relay/model';
import { materialOf } from '@coin-relay/scene';
import { MATRIX_NUMBERS, wheelShape } from '@coin-relay/scene/solid';
import { Box3, Matrix4, Vector3 } from 'three';
import type { MadeSolid } from '../engine/solid-tasks';
import type { AskSolid } from './ask-solids';
import type { FittedRow, Standing } from './row-means';
import type { Looks, SolidBody } from './solid-body';

/** Stands a solid in its row. */
type Take = (
  solid: MadeSolid,
  matrices: Float32Array,
  looks: Looks,
  standing: Omit<Standing, 'body'>,
) => SolidBody;

interface Wheel {
  readonly i: number;
  readonly matrix: Float32Array;
  readonly body: SolidBody;
}

/** The wheels of a row as solids, turning with it. */
export class StandingWheels {
  /** How they turn: as the row asks, or so that they meet the loop’s end. */
  turnings: readonly WheelTurning[];
  private readonly standing: Wheel[] = [];
  private travel = 0;

  /** @param z how far the row stands in front of its plane, mm */
  constructor(
    private readonly row: FittedRow,
    private readonly z: number,
  ) {
    this.turnings = row.fit.turnings;
  }

  /** @param span of the pieces of the row, mm */
  ask(ask: AskSolid, span: number, owner: AbortSignal, take: Take): void {
    const { run, fit, setOut, sequence } = this.row;
    fit.layout.wheels.forEach((wheel, i) => {
      const shape = wheelShape(fit, i, sequence[0], span);
      ask({ kind: 'wheel', shape }, wheel.radius / 2.5, owner, (solid) => {
        const matrix = new Float32Array(MATRIX_NUMBERS);
        this.writeTurn(i, matrix);
        const looks: Looks = { of: (material) => materialOf(setOut.materials, material) };
        const body = take(solid, matrix, looks, {
          count: () => 1,
          picked: () => ({ kind: 'wheel', run, wheel: wheel.id }),
        });
        body.show(1);
        this.standing.push({ i, matrix, body });
      });
    });
  }

  /** Turns all of them as far as some travel does, in pitches. */
  turnTo(travel: number): void {
    this.travel = travel;
    for (const { i, matrix, body } of this.standing) {
      this.writeTurn(i, matrix);
      body.show(1);
    }
  }

  has(body: SolidBody): boolean {
    return this.standing.some((wheel) => wheel.body === body);
  }

  /** Grows a box by what they take up however they are turned: all of them, or the one of an id. */
  grow(box: Box3, id?: string): void {
    for (const { i, body } of this.standing) {
      const wheel = this.row.fit.layout.wheels[i];
      if (id !== undefined && wheel.id !== id) continue;
      const { min, max } = body.box;
      const radius = Math.max(-min.x, -min.y, max.x, max.y);
      const low = new Vector3(wheel.x - radius, wheel.y - radius, this.z + min.z);
      const high = new Vector3(wheel.x + radius, wheel.y + radius, this.z + max.z);
      box.union(new Box3(low, high));
    }
  }

  private writeTurn(i: number, matrix: Float32Array): void {
    const { x, y, teeth } = this.row.fit.layout.wheels[i];
    // Turned back to where its picture is the same, so that the loop's end is its start to the pixel.
    const step = (2 * Math.PI) / (teeth === null ? PLAIN_REPEATS : 1);
    const angle = nearZero(wheelAngle(this.turnings[i], this.travel), step);
    matrix.set(new Matrix4().makeRotationZ(angle).setPosition(x, y, this.z).elements);
  }
}
