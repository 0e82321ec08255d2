import {
  newReading,
  pathReader,
  readRide,
  readSampledPath,
  RIDE_NUMBERS,
  type SampledPath,
} from '@coin-relay/core';
import type { RowScene } from '@coin-relay/scene';
import { BufferAttribute, BufferGeometry, Line, LineBasicMaterial } from 'three';
import { THEME } from '../shared/theme';

/** Straight pieces that a path is shown with. */
const PIECES = 400;

/** The path of a row as a thin line: what is carried hangs on it. */
export class PathLine {
  readonly line: Line;
  private readonly at = newReading();
  private readonly positions = new BufferAttribute(new Float32Array(3 * (PIECES + 1)), 3);
  private shown: SampledPath | null = null;

  constructor(
    private readonly scene: RowScene,
    private readonly z: number,
  ) {
    const geometry = new BufferGeometry().setAttribute('position', this.positions);
    this.line = new Line(
      geometry,
      new LineBasicMaterial({ color: THEME.inkSoft, transparent: true, opacity: 0.7 }),
    );
    this.line.frustumCulled = false;
    const { path } = scene.fit.layout;
    const read = pathReader(path);
    this.write(path.length, (s) => read(s, this.at));
  }

  /** Follows a path that is another one in every frame. */
  follow(): void {
    const { laid, sampledPath, stand } = this.scene;
    if (!laid?.sampledPaths || !sampledPath || sampledPath === this.shown) return;
    this.shown = sampledPath;
    if (stand && laid.rides) {
      const ride = new Float64Array(RIDE_NUMBERS);
      this.write(stand.ride.length, (s) => {
        readRide(stand.ride, s, ride);
        this.at.set([ride[0], ride[1]], 0);
        this.at[5] = ride[2];
      });
    } else this.write(sampledPath.length, (s) => readSampledPath(sampledPath, s, this.at));
  }

  dispose(): void {
    this.line.geometry.dispose();
    (this.line.material as LineBasicMaterial).dispose();
  }

  private write(length: number, read: (s: number) => void): void {
    for (let i = 0; i <= PIECES; i++) {
      // A closed path is read up to its end, not at it: there it begins again.
      read(Math.min((i / PIECES) * length, length * (1 - 1e-12)));
      this.positions.setXYZ(i, this.at[0], this.at[1], this.z + this.at[5]);
    }
    this.positions.needsUpdate = true;
  }
}
