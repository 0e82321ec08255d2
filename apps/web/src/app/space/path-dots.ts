import { BufferAttribute, BufferGeometry, Color, Points, PointsMaterial, type Vector3 } from 'three';
import { THEME } from '../shared/theme';

/** A dot is so large, px, and is picked from so far from its middle. */
const DOT = 8;
export const DOT_REACH = 8;

/** The points of a drawn path as dots that are seen through whatever is before them. */
export class PathDots {
  readonly points: Points;
  private places: readonly Vector3[] = [];

  constructor() {
    const material = new PointsMaterial({
      size: DOT * Math.min(devicePixelRatio, 2),
      sizeAttenuation: false,
      vertexColors: true,
      depthTest: false,
      transparent: true,
    });
    this.points = new Points(new BufferGeometry(), material);
    this.points.renderOrder = 2;
    this.points.frustumCulled = false;
  }

  /** Shows points, those that are chosen in the accent. */
  show(places: readonly Vector3[], chosen: ReadonlySet<number>): void {
    this.places = places;
    const colours = new Float32Array(places.flatMap((_, i) => (chosen.has(i) ? CHOSEN : OWN)));
    // What was on the graphics card is as large as it was: another count is another one.
    this.points.geometry.dispose();
    this.points.geometry = new BufferGeometry()
      .setFromPoints([...places])
      .setAttribute('color', new BufferAttribute(colours, 3));
    this.points.visible = places.length > 0;
  }

  get all(): readonly Vector3[] {
    return this.places;
  }

  dispose(): void {
    this.points.geometry.dispose();
    (this.points.material as PointsMaterial).dispose();
  }
}

const OWN = new Color(THEME.ink).toArray();
const CHOSEN = new Color(THEME.accent).toArray();
