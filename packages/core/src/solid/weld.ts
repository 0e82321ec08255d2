import type { Mesh } from './mesh';

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
  const known = new Kept(positions, tolerance);
  const now = new Uint32Array(positions.length / 3);
  for (let i = 0; i < now.length; i++) now[i] = known.of(i);
  const kept: number[] = [];
  const seen = new Set<string>();
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [now[triangles[i]], now[triangles[i + 1]], now[triangles[i + 2]]];
    if (a === b || b === c || c === a) continue;
    // Begun at its lowest corner, so that the same one is told however it is written.
    const [p, q, r] = a < b && a < c ? [a, b, c] : b < c ? [b, c, a] : [c, a, b];
    const key = `${p} ${q} ${r}`;
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(a, b, c);
  }
  return {
    mesh: { positions: known.positions(), triangles: Uint32Array.from(kept) },
    merged: now.length - known.count,
    dropped: (triangles.length - kept.length) / 3,
  };
}

/** Corners that are kept, found by where they are. */
class Kept {
  private readonly cells = new Map<string, number[]>();
  private readonly places: number[] = [];

  constructor(
    private readonly from: Float64Array,
    private readonly tolerance: number,
  ) {}

  get count(): number {
    return this.places.length / 3;
  }

  positions(): Float64Array {
    return Float64Array.from(this.places);
  }

  /** The number of the kept corner that a corner is one with. */
  of(i: number): number {
    const at = [this.from[3 * i], this.from[3 * i + 1], this.from[3 * i + 2]];
    const cell = at.map((value) => (this.tolerance > 0 ? Math.floor(value / this.tolerance) : value + 0));
    const found = this.tolerance > 0 ? this.near(at, cell) : this.cells.get(cell.join(' '))?.[0];
    if (found !== undefined) return found;
    const number = this.places.push(...at) / 3 - 1;
    const key = cell.join(' ');
    const others = this.cells.get(key);
    // A cell holds a few corners at the most: those in it are further apart than the tolerance.
    if (others) others.push(number);
    else this.cells.set(key, [number]);
    return number;
  }

  private near(at: readonly number[], [x, y, z]: readonly number[]): number | undefined {
    let best: number | undefined;
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (let dz = -1; dz <= 1; dz++)
          for (const k of this.cells.get(`${x + dx} ${y + dy} ${z + dz}`) ?? []) {
            const p = this.places;
            const far = Math.hypot(p[3 * k] - at[0], p[3 * k + 1] - at[1], p[3 * k + 2] - at[2]);
            if (far <= this.tolerance && (best === undefined || k < best)) best = k;
          }
    return best;
  }
}
