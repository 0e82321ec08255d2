/**
 * A round wire along a line in space, drawn with the same triangles wherever the line goes: only where its corners
 * are changes. Its ends are flat.
 */
export class Tube {
  readonly positions: Float32Array;
  readonly normals: Float32Array;
  readonly triangles: Uint32Array;

  /**
   * @param stations points of its middle line
   * @param sides chords of its section
   */
  constructor(
    readonly stations: number,
    readonly radius: number,
    readonly sides = 8,
  ) {
    // The rim of each end is there twice: once for the side, once for the flat end.
    const rims = stations + 2;
    this.positions = new Float32Array(3 * rims * sides);
    this.normals = new Float32Array(3 * rims * sides);
    const triangles: number[] = [];
    for (let i = 0; i + 1 < stations; i++) {
      for (let k = 0; k < sides; k++) {
        const l = (k + 1) % sides;
        const [a, b, c, d] = [i * sides + k, i * sides + l, (i + 1) * sides + l, (i + 1) * sides + k];
        triangles.push(a, b, c, a, c, d);
      }
    }
    for (const [rim, forward] of [
      [stations, false],
      [stations + 1, true],
    ] as const) {
      const first = rim * sides;
      for (let k = 1; k + 1 < sides; k++)
        triangles.push(first, ...(forward ? [first + k, first + k + 1] : [first + k + 1, first + k]));
    }
    this.triangles = Uint32Array.from(triangles);
  }

  /**
   * Lays it along a line. Its section turns with the line by no more than it must: double reflection
   * (Wang, Jüttler, Zheng, Liu: Computation of rotation minimizing frames, ACM Transactions on Graphics 27, 2008).
   * @param points x, y, z of each station in turn, mm
   * @param ground two places whose line it does not reach beyond: what would is ground off flat, square to that line
   */
  lay(points: Float64Array, ground: GroundEnds | null = null): void {
    const { stations, sides, radius, positions, normals } = this;
    const at = (i: number): Triple => [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
    const direction = (i: number): Triple =>
      unit(minus(at(Math.min(stations - 1, i + 1)), at(Math.max(0, i - 1))));
    let t = direction(0);
    let u = unit(cross(t, Math.abs(t[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
    const rim = (i: number, row: number, flat: Triple | null): void => {
      const v = cross(t, u);
      const [x, y, z] = at(i);
      for (let k = 0; k < sides; k++) {
        const angle = (2 * Math.PI * k) / sides;
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        const n: Triple = [c * u[0] + s * v[0], c * u[1] + s * v[1], c * u[2] + s * v[2]];
        const to = 3 * (row * sides + k);
        positions.set([x + radius * n[0], y + radius * n[1], z + radius * n[2]], to);
        normals.set(flat ?? n, to);
      }
    };
    rim(0, 0, null);
    rim(0, stations, [-t[0], -t[1], -t[2]]);
    for (let i = 1; i < stations; i++) {
      const next = direction(i);
      const step = minus(at(i), at(i - 1));
      const half = reflected(u, step);
      const way = reflected(t, step);
      u = unit(reflected(half, minus(next, way)));
      t = next;
      rim(i, i, null);
    }
    rim(stations - 1, stations + 1, t);
    if (ground) this.grind(ground);
  }

  /** A corner beyond a plane goes straight onto it: a wire whose middle is on this side of it is cut by it so. */
  private grind({ from, to }: GroundEnds): void {
    const { positions, normals } = this;
    const way = minus([...to], [...from]);
    const long = Math.hypot(...way);
    const [x, y, z] = unit(way);
    for (let i = 0; i < positions.length; i += 3) {
      const along =
        (positions[i] - from[0]) * x + (positions[i + 1] - from[1]) * y + (positions[i + 2] - from[2]) * z;
      const over = along < 0 ? along : Math.max(0, along - long);
      if (over === 0) continue;
      const side = Math.sign(over);
      positions[i] -= over * x;
      positions[i + 1] -= over * y;
      positions[i + 2] -= over * z;
      normals.set([side * x, side * y, side * z], i);
    }
  }
}

/** Where a wire is ground off flat: x, y, z of both places, mm. */
export interface GroundEnds {
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
}

type Triple = [number, number, number];
const minus = (a: Triple, b: Triple): Triple => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
function unit(a: Triple): Triple {
  const long = Math.sqrt(dot(a, a)) || 1;
  return [a[0] / long, a[1] / long, a[2] / long];
}
/** Mirrored in the plane square to a step; as it is where there is none. */
function reflected(a: Triple, step: Triple): Triple {
  const c = dot(step, step);
  if (!(c > 0)) return a;
  const k = (2 * dot(step, a)) / c;
  return [a[0] - k * step[0], a[1] - k * step[1], a[2] - k * step[2]];
}
