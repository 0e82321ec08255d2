/** An affine map in space: a point p goes to (r₀ · p + r₃, …), given row by row, twelve numbers. */
export type Map3 = readonly number[];

/** One map after another: first the inner one, then the outer one. */
export function composed(outer: Map3, inner: Map3): Map3 {
  return Array.from({ length: 12 }, (_, i) => {
    const [row, column] = [4 * Math.floor(i / 4), i % 4];
    return (
      outer[row] * inner[column] +
      outer[row + 1] * inner[4 + column] +
      outer[row + 2] * inner[8 + column] +
      (column === 3 ? outer[row + 3] : 0)
    );
  });
}

/** What a map does to volumes; negative where it mirrors. */
export function determinant3(m: Map3): number {
  return (
    m[0] * (m[5] * m[10] - m[6] * m[9]) -
    m[1] * (m[4] * m[10] - m[6] * m[8]) +
    m[2] * (m[4] * m[9] - m[5] * m[8])
  );
}

/** The map back; null where a map flattens space. */
export function inverse3(m: Map3): Map3 | null {
  const size = determinant3(m);
  if (!(Math.abs(size) > 0)) return null;
  const cofactor = (r: number, c: number): number => {
    const [r1, r2] = [(r + 1) % 3, (r + 2) % 3];
    const [c1, c2] = [(c + 1) % 3, (c + 2) % 3];
    return (m[4 * r1 + c1] * m[4 * r2 + c2] - m[4 * r1 + c2] * m[4 * r2 + c1]) / size;
  };
  return [0, 1, 2].flatMap((r) => {
    const row = [cofactor(0, r), cofactor(1, r), cofactor(2, r)];
    return [...row, -(row[0] * m[3] + row[1] * m[7] + row[2] * m[11])];
  });
}

/** Three numbers, one for each axis. */
export interface Vec3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/**
 * The map that turns about the fixed axes x, y and z, one after the other in this order, and sets what was at the origin
 * down at a place: Rz · Ry · Rx, then the shift.
 * @param turns radians
 */
export function setDown(turns: Vec3, to: Vec3): Map3 {
  const [ca, sa] = [Math.cos(turns.x), Math.sin(turns.x)];
  const [cb, sb] = [Math.cos(turns.y), Math.sin(turns.y)];
  const [cc, sc] = [Math.cos(turns.z), Math.sin(turns.z)];
  return [
    ...[cc * cb, cc * sb * sa - sc * ca, cc * sb * ca + sc * sa, to.x],
    ...[sc * cb, sc * sb * sa + cc * ca, sc * sb * ca - cc * sa, to.y],
    ...[-sb, cb * sa, cb * ca, to.z],
  ];
}

/** Where two of the three axes come to lie on one another two turns say all; nearer than this (a sine). */
const LOCKED = 1e-8;

/** The turns that a rotation comes from (its shift is not looked at); about y within a quarter turn. */
export function turnsOf(m: Map3): Vec3 {
  const level = Math.hypot(m[0], m[4]);
  const y = Math.atan2(-m[8], level);
  if (level < LOCKED) return { x: 0, y, z: Math.atan2(-m[1], m[5]) };
  return { x: Math.atan2(m[9], m[10]), y, z: Math.atan2(m[4], m[0]) };
}

/** Where a map takes a point. */
export function mapped3(m: Map3, x: number, y: number, z: number): readonly [number, number, number] {
  return [
    m[0] * x + m[1] * y + m[2] * z + m[3],
    m[4] * x + m[5] * y + m[6] * z + m[7],
    m[8] * x + m[9] * y + m[10] * z + m[11],
  ];
}
