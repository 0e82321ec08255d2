import type { Mesh } from './mesh';

/** Faces whose normals differ by less than this (cosine from one) lie in one plane. */
const ONE_PLANE = 1e-6;
/** A corner is moved no further than so many times the inset: past that its faces are all but parallel. */
const MOST = 4;

/**
 * A closed body whose faces all lie deeper by some distance: each corner goes to where the planes of its faces meet once
 * they are moved inward (by least squares, where more than three meet). Bores become as much wider. It holds as long as
 * the distance is small against what the body is thick.
 * @param by mm; below zero the body grows
 */
export function insetMesh({ positions, triangles }: Mesh, by: number): Mesh {
  const corners = positions.length / 3;
  const planes: number[][][] = Array.from({ length: corners }, () => []);
  for (let t = 0; t < triangles.length; t += 3) {
    const normal = normalOf(positions, triangles[t], triangles[t + 1], triangles[t + 2]);
    if (!normal) continue;
    for (let c = 0; c < 3; c++) {
      const at = planes[triangles[t + c]];
      if (!at.some((known) => 1 - dot(known, normal) < ONE_PLANE)) at.push(normal);
    }
  }
  const moved = Float64Array.from(positions);
  planes.forEach((normals, v) => {
    if (normals.length === 0) return;
    const step = meeting(normals, -by);
    const long = Math.hypot(...step);
    const most = MOST * Math.abs(by);
    const k = long > most ? most / long : 1;
    for (let c = 0; c < 3; c++) moved[3 * v + c] += k * step[c];
  });
  return { positions: moved, triangles };
}

/** The shortest step by which all planes are left by a distance: the least squares one of least length. */
function meeting(normals: readonly (readonly number[])[], by: number): number[] {
  // Of N d = by, d = Σ over the axes of NᵀN with a share worth the name.
  const a = [0, 1, 2].map((r) => [0, 1, 2].map((c) => normals.reduce((sum, n) => sum + n[r] * n[c], 0)));
  const b = [0, 1, 2].map((r) => by * normals.reduce((sum, n) => sum + n[r], 0));
  // A little weight on the step itself keeps it the shortest one where planes leave it open.
  for (let r = 0; r < 3; r++) a[r][r] += 1e-9 * normals.length;
  return solve3(a, b);
}

/** Cramer’s rule. */
function solve3(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const det = (m: readonly (readonly number[])[]): number =>
    m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1]) -
    m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0]) +
    m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0]);
  const whole = det(a);
  return [0, 1, 2].map(
    (c) => det(a.map((row, r) => row.map((value, k) => (k === c ? b[r] : value)))) / whole,
  );
}

const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

function normalOf(p: Float64Array, a: number, b: number, c: number): number[] | null {
  const u = [0, 1, 2].map((k) => p[3 * b + k] - p[3 * a + k]);
  const v = [0, 1, 2].map((k) => p[3 * c + k] - p[3 * a + k]);
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
  const size = Math.hypot(...n);
  return size > 0 ? n.map((value) => value / size) : null;
}
