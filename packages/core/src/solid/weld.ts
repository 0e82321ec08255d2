import type { Mesh } from './mesh';
import { hashOf, Slots } from './slots';

export interface Welded {
  readonly mesh: Mesh;
  /** Corners that have become one with another. */
  readonly merged: number;
  /** Triangles that had no area any more, or were there twice. */
  readonly dropped: number;
}

/**
 * Corners that are no further apart than a tolerance become one, the first of them; triangles that are none then, and
 * those that are there twice, go. In one go over a grid of the tolerance, so that it takes time with the corners alone.
 * @param tolerance mm; with 0 corners that are equal
 */
export function weldMesh({ positions, triangles }: Mesh, tolerance: number): Welded {
  const corners = tolerance > 0 ? new NearCorners(positions, tolerance) : new EqualCorners(positions);
  const now = new Uint32Array(positions.length / 3);
  for (let i = 0; i < now.length; i++) now[i] = corners.numberOf(i);
  const kept = withoutTwins(triangles, now);
  return {
    mesh: { positions: corners.positions(), triangles: kept },
    merged: now.length - corners.count,
    dropped: (triangles.length - kept.length) / 3,
  };
}

/** The triangles by the new numbers of their corners, those that are none and those that are there twice left out. */
function withoutTwins(triangles: Uint32Array, now: Uint32Array): Uint32Array {
  const kept = new Uint32Array(triangles.length);
  const known = new Slots(triangles.length / 3);
  let many = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [now[triangles[i]], now[triangles[i + 1]], now[triangles[i + 2]]];
    if (a === b || b === c || c === a) continue;
    // Begun at its lowest corner, so that the same one is told however it is written.
    const [p, q, r] = a < b && a < c ? [a, b, c] : b < c ? [b, c, a] : [c, a, b];
    const hash = hashOf(p, q, r);
    let twin = known.first(hash);
    while (twin >= 0 && !(kept[3 * twin] === p && kept[3 * twin + 1] === q && kept[3 * twin + 2] === r))
      twin = known.after(twin);
    if (twin >= 0) continue;
    kept.set([p, q, r], 3 * many);
    known.add(hash, many++);
  }
  return kept.slice(0, 3 * many);
}

/** Corners that are kept, each told by where it is. */
abstract class Corners {
  count = 0;
  protected readonly places: Float64Array;
  protected readonly known: Slots;

  constructor(protected readonly from: Float64Array) {
    this.places = new Float64Array(from.length);
    this.known = new Slots(from.length / 3);
  }

  positions(): Float64Array {
    return this.places.slice(0, 3 * this.count);
  }

  /** The number of the kept corner that a corner is one with. */
  abstract numberOf(corner: number): number;

  protected keep(hash: number, corner: number): number {
    this.places.set(this.from.subarray(3 * corner, 3 * corner + 3), 3 * this.count);
    this.known.add(hash, this.count);
    return this.count++;
  }
}

class EqualCorners extends Corners {
  private readonly value = new Float64Array(3);
  private readonly bits = new Uint32Array(this.value.buffer);

  numberOf(corner: number): number {
    const { value, bits, places, known } = this;
    // Minus zero is zero.
    for (let axis = 0; axis < 3; axis++) value[axis] = this.from[3 * corner + axis] + 0;
    const hash = hashOf(bits[0] ^ bits[1], bits[2] ^ bits[3], bits[4] ^ bits[5]);
    for (let k = known.first(hash); k >= 0; k = known.after(k))
      if (places[3 * k] === value[0] && places[3 * k + 1] === value[1] && places[3 * k + 2] === value[2])
        return k;
    return this.keep(hash, corner);
  }
}

/** Edge of a cell, of the tolerance: most corners then have all that is near them in their own cell. */
const CELL = 4;

class NearCorners extends Corners {
  private readonly cell: number;

  constructor(
    from: Float64Array,
    private readonly tolerance: number,
  ) {
    super(from);
    this.cell = CELL * tolerance;
  }

  numberOf(corner: number): number {
    const { from, places, known, tolerance, cell } = this;
    const [x, y, z] = [from[3 * corner], from[3 * corner + 1], from[3 * corner + 2]];
    let best = -1;
    // A cell holds so many at the most: those in it are further apart than the tolerance.
    for (const i of this.cellsOf(x))
      for (const j of this.cellsOf(y))
        for (const k of this.cellsOf(z))
          for (let at = known.first(hashOf(i, j, k)); at >= 0; at = known.after(at)) {
            const far = Math.hypot(places[3 * at] - x, places[3 * at + 1] - y, places[3 * at + 2] - z);
            if (far <= tolerance && (best < 0 || at < best)) best = at;
          }
    if (best >= 0) return best;
    return this.keep(hashOf(Math.floor(x / cell), Math.floor(y / cell), Math.floor(z / cell)), corner);
  }

  /** The cells along an axis that hold what is near a place: one or two, however far away it is. */
  private cellsOf(value: number): readonly number[] {
    const [low, high] = [value - this.tolerance, value + this.tolerance].map((end) =>
      Math.floor(end / this.cell),
    );
    return low === high ? [low] : [low, high];
  }
}
