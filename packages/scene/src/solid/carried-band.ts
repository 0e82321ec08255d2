import { SECTION_NUMBERS, sectionOn, type SectionStand } from '@coin-relay/core';
import { placesOf } from '../placing/band';
import { CARRIED_NUMBERS } from '../placing/bent-in-space';
import type { RowScene } from '../placing/scene';
import { Stations } from './carry-corners';

/** How far along its normal a corner is moved to see where that points, of the length of the row. */
const NUDGE = 1e-6;
/** On the path as that is: how the band is set on it is in its corners already. */
const ON_PATH: SectionStand = { side: 1, beside: 0, above: 0, roll: null, size: 1, shaping: null };
const AS_MADE = { side: 1, deep: 1, line: 0 };

/** A band whose path is another in every frame: made along a straight one, and carried to where that is now. */
export class CarriedBand {
  readonly positions: Float32Array;
  readonly normals: Float32Array;
  /** It is one body, and none of the places of its row. */
  readonly places = Int32Array.of(-1);
  readonly count = 1;
  private readonly stations: Stations;

  /** @param base its corners along a straight path, as x, y, z in turn @param baseNormals unit vectors outward */
  constructor(
    private readonly scene: RowScene,
    base: Float32Array,
    baseNormals: Float32Array,
  ) {
    this.positions = new Float32Array(base.length);
    this.normals = new Float32Array(base.length);
    this.stations = new Stations(base, baseNormals, scene.fit.layout.path.length * NUDGE);
  }

  /** @param z how far the row stands in front of the plane of the job, mm: what leaves the plane stands where its path has it */
  place(z: number): void {
    const { scene, stations } = this;
    const at = sectionOn(placesOf(scene), ON_PATH);
    const section = new Float64Array(SECTION_NUMBERS);
    stations.xs.forEach((x, i) => {
      for (let j = 0; j < 2; j++) {
        at(x + j * stations.step, section);
        stations.read.set(section.subarray(0, CARRIED_NUMBERS), (2 * i + j) * CARRIED_NUMBERS);
      }
    });
    stations.write(AS_MADE, scene.frame.rise.length === 0 ? z : 0, this.positions, this.normals, 0);
  }
}
