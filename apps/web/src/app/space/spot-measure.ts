import { BufferGeometry, Group, Line, LineBasicMaterial, Matrix4, Vector3 } from 'three';
import type { Picked, Spot } from '../session/spot-picks.service';
import { THEME } from '../shared/theme';
import { nearestBetween } from './nearest';
import type { StandingRow } from './standing-row';

/** How far it is from one place to another, mm: the straight way, and along the axes. */
export interface Way {
  readonly length: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** What is between two spots. */
export interface SpotDistances {
  /** Between the spots themselves, which go with what they are on. */
  readonly spots: Way;
  /** Between the middles of what they are on; null where a spot is on none. */
  readonly middles: Way | null;
  /** Where their bodies come nearest; null where that is not known, as while it plays. */
  readonly nearest: Way | null;
}

/** One end of a measure: it goes with what it is on. */
interface End {
  readonly on: Picked | null;
  /** In the axes of the body it is on, or from the middle of what bends; in those of the job where it is on none. */
  readonly local: Vector3;
}

type RowOf = (run: string) => StandingRow | undefined;

/** A measure between two spots that were picked in space, and the line that shows it. */
export class SpotMeasure {
  readonly group = new Group();
  private readonly ends: readonly [End, End];
  private readonly line: Line;

  constructor(
    spots: readonly Spot[],
    private readonly rowOf: RowOf,
  ) {
    this.ends = [this.endOf(spots[0]), this.endOf(spots[1])];
    const material = new LineBasicMaterial({ color: THEME.accent, depthTest: false, transparent: true });
    this.line = new Line(new BufferGeometry().setFromPoints([new Vector3(), new Vector3()]), material);
    this.line.renderOrder = 2;
    this.line.frustumCulled = false;
    this.group.add(this.line);
  }

  /**
   * Takes the measure as all stands now; null where what it is on is gone.
   * @param thorough also where the bodies come nearest, which takes longer
   */
  take(thorough: boolean): SpotDistances | null {
    const [a, b] = this.ends;
    const [from, to] = [this.placeOf(a), this.placeOf(b)];
    if (!from || !to) return null;
    const at = this.line.geometry.getAttribute('position');
    at.setXYZ(0, from.x, from.y, from.z);
    at.setXYZ(1, to.x, to.y, to.z);
    at.needsUpdate = true;
    const [m, n] = [this.middleOf(a), this.middleOf(b)];
    const near = thorough ? nearestBetween(this.bodiesOf(a), this.bodiesOf(b)) : null;
    return {
      spots: wayOf(from, to),
      middles: m && n && wayOf(m, n),
      nearest: near && wayOf(near.from, near.to),
    };
  }

  dispose(): void {
    this.line.geometry.dispose();
    (this.line.material as LineBasicMaterial).dispose();
  }

  private endOf({ at, on }: Spot): End {
    const place = new Vector3(at.x, at.y, at.z);
    const frame = on && this.frameOf(on);
    return { on, local: frame ? place.applyMatrix4(frame.invert()) : place };
  }

  private placeOf({ on, local }: End): Vector3 | null {
    if (!on) return local.clone();
    const frame = this.frameOf(on);
    return frame && local.clone().applyMatrix4(frame);
  }

  /** Where the axes of something are now: those of its body, or of what bends its middle. */
  private frameOf(on: Picked): Matrix4 | null {
    const row = this.rowOf(on.run);
    const [body] = row?.bodiesOf(on) ?? [];
    if (body) return body.matrix.clone();
    const middle = row?.middleOf(on) ?? null;
    return middle && new Matrix4().setPosition(middle);
  }

  private middleOf({ on }: End): Vector3 | null {
    return (on && this.rowOf(on.run)?.middleOf(on)) ?? null;
  }

  private bodiesOf({ on }: End): ReturnType<StandingRow['bodiesOf']> {
    return (on && this.rowOf(on.run)?.bodiesOf(on)) ?? [];
  }
}

const wayOf = (from: Vector3, to: Vector3): Way => ({
  length: from.distanceTo(to),
  x: to.x - from.x,
  y: to.y - from.y,
  z: to.z - from.z,
});
