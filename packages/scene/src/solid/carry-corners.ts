import { CARRIED_NUMBERS } from '../placing/bent-in-space';

/** Corners of a body, by the different x that they have: those at one x are carried by the same axes. */
export class Stations {
  readonly xs: Float64Array;
  /** What carries each x, and a step on from it: `CARRIED_NUMBERS` each, for who carries to write. */
  readonly read: Float64Array;
  /** For each corner the number of its x. */
  readonly of: Uint32Array;

  /**
   * @param base corners as made: x, y, z in turn, mm
   * @param baseNormals unit vectors outward, one for each
   * @param step along x, to see how it is changed there, mm
   */
  constructor(
    private readonly base: Float32Array,
    private readonly baseNormals: Float32Array,
    readonly step: number,
  ) {
    const numbers = new Map<number, number>();
    this.of = new Uint32Array(base.length / 3);
    for (let v = 0; v < this.of.length; v++) {
      const x = base[3 * v];
      const number = numbers.get(x) ?? numbers.size;
      numbers.set(x, number);
      this.of[v] = number;
    }
    this.xs = Float64Array.from(numbers.keys());
    this.read = new Float64Array(2 * CARRIED_NUMBERS * numbers.size);
  }

  /**
   * Writes where all corners are carried to: P + y · left + z · up. Normals are those of the bent body: by the transposed
   * inverse of how a step along x, y and z is changed.
   * @param sized by how much a step along y and along z is larger, below zero where it goes the other way
   * @param first where the first number of the first corner is written
   */
  write(
    sized: { readonly side: number; readonly deep: number; readonly line: number },
    lifted: number,
    positions: Float32Array,
    normals: Float32Array,
    first: number,
  ): void {
    const { base, baseNormals, read, of, step } = this;
    const { side, deep, line } = sized;
    for (let v = 0; v < base.length; v += 3) {
      const a = 2 * CARRIED_NUMBERS * of[v / 3];
      const b = a + CARRIED_NUMBERS;
      const off = side * (base[v + 1] - line);
      const high = deep * base[v + 2];
      const to = first + v;
      positions[to] = read[a] + off * read[a + 3] + high * read[a + 6];
      positions[to + 1] = read[a + 1] + off * read[a + 4] + high * read[a + 7];
      positions[to + 2] = read[a + 2] + off * read[a + 5] + high * read[a + 8] + lifted;
      const jx = (read[b] + off * read[b + 3] + high * read[b + 6] - positions[to]) / step;
      const jy = (read[b + 1] + off * read[b + 4] + high * read[b + 7] - positions[to + 1]) / step;
      const jz = (read[b + 2] + off * read[b + 5] + high * read[b + 8] + lifted - positions[to + 2]) / step;
      const [lx, ly, lz] = [side * read[a + 3], side * read[a + 4], side * read[a + 5]];
      const [ux, uy, uz] = [deep * read[a + 6], deep * read[a + 7], deep * read[a + 8]];
      const [px, py, pz] = [ly * uz - lz * uy, lz * ux - lx * uz, lx * uy - ly * ux];
      const [nx, ny, nz] = [baseNormals[v], baseNormals[v + 1], baseNormals[v + 2]];
      const over = jx * px + jy * py + jz * pz < 0 ? -1 : 1;
      const x = over * (nx * px + ny * (uy * jz - uz * jy) + nz * (jy * lz - jz * ly));
      const y = over * (nx * py + ny * (uz * jx - ux * jz) + nz * (jz * lx - jx * lz));
      const w = over * (nx * pz + ny * (ux * jy - uy * jx) + nz * (jx * ly - jy * lx));
      const long = Math.sqrt(x * x + y * y + w * w) || 1;
      normals[to] = x / long;
      normals[to + 1] = y / long;
      normals[to + 2] = w / long;
    }
  }
}
