import { RelayError } from '../error';
import { MeshBuilder, type Mesh } from './mesh';

/** The line that a section is carried along, and how it stands there. */
export interface SweepLine {
  /** x, y, z of each station, mm. */
  readonly points: Float64Array;
  /** Unit vectors square to the line at each station: the first axis of the section. */
  readonly across: Float64Array;
  readonly closed: boolean;
}

/**
 * A section carried along a line: the corner (u, v) goes to P + u A + v T × A, with A across the line and
 * T along it. Open lines get flat ends.
 * @param sections corners in turn, counter-clockwise seen against the way the line runs, as many at every station
 * @throws RelayError solid-invalid
 */
export function sweep(line: SweepLine, sections: (station: number) => Float64Array): Mesh {
  const n = line.points.length / 3;
  if (n < (line.closed ? 3 : 2)) {
    throw new RelayError('solid-invalid', 'A section needs a line to be carried along.');
  }
  const builder = new MeshBuilder();
  const corners = Array.from({ length: n }, (_, i) => {
    const [tx, ty, tz] = directionAt(line, i);
    const [ax, ay, az] = line.across.subarray(3 * i, 3 * i + 3);
    const [bx, by, bz] = [ty * az - tz * ay, tz * ax - tx * az, tx * ay - ty * ax];
    const [x, y, z] = line.points.subarray(3 * i, 3 * i + 3);
    const section = sections(i);
    return Array.from({ length: section.length / 2 }, (_, k) => {
      const [u, v] = [section[2 * k], section[2 * k + 1]];
      return builder.vertex(x + u * ax + v * bx, y + u * ay + v * by, z + u * az + v * bz);
    });
  });
  for (let i = 0; i < (line.closed ? n : n - 1); i++) {
    const [here, there] = [corners[i], corners[(i + 1) % n]];
    for (let k = 0; k < here.length; k++) {
      const l = (k + 1) % here.length;
      builder.quad(here[k], here[l], there[l], there[k]);
    }
  }
  if (!line.closed) {
    const end = (station: number, ring: readonly number[], forward: boolean): void => {
      const [x, y, z] = line.points.subarray(3 * station, 3 * station + 3);
      const middle = builder.vertex(x, y, z);
      for (let k = 0; k < ring.length; k++) {
        const l = (k + 1) % ring.length;
        if (forward) builder.triangle(middle, ring[k], ring[l]);
        else builder.triangle(middle, ring[l], ring[k]);
      }
    };
    end(0, corners[0], false);
    end(n - 1, corners[n - 1], true);
  }
  return builder.build();
}

/** The way the line runs at a station: halfway between the chords before and after it. */
function directionAt({ points, closed }: SweepLine, i: number): [number, number, number] {
  const n = points.length / 3;
  const before = i > 0 ? i - 1 : closed ? n - 1 : 0;
  const after = i + 1 < n ? i + 1 : closed ? 0 : n - 1;
  const chord = (from: number, to: number): number[] => {
    const d = [0, 1, 2].map((axis) => points[3 * to + axis] - points[3 * from + axis]);
    const long = Math.hypot(...d);
    return long > 0 ? d.map((value) => value / long) : [0, 0, 0];
  };
  const [a, b] = [chord(before, i), chord(i, after)];
  const sum = [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
  const long = Math.hypot(...sum) || 1;
  return [sum[0] / long, sum[1] / long, sum[2] / long];
}

/** A circle as a section. */
export function roundSection(radius: number, sides: number): Float64Array {
  const out = new Float64Array(2 * sides);
  for (let k = 0; k < sides; k++) {
    const a = (2 * Math.PI * k) / sides;
    out[2 * k] = radius * Math.cos(a);
    out[2 * k + 1] = radius * Math.sin(a);
  }
  return out;
}
