import type { Mesh } from '@coin-relay/core/solid';

/** Bytes before the triangles, and of each. */
const HEAD = 84;
const EACH = 50;

/**
 * A solid as binary STL, z up as it is in the mesh: normals, three corners and an empty attribute for each triangle.
 * The head never begins with “solid”, by which text files are known.
 */
export function writeStl({ positions, triangles }: Mesh, name: string, unit = 'mm'): Uint8Array {
  const bytes = new Uint8Array(HEAD + (triangles.length / 3) * EACH);
  const view = new DataView(bytes.buffer);
  new TextEncoder().encodeInto(`binary STL, ${unit}: ${name}`, bytes.subarray(0, 80));
  view.setUint32(80, triangles.length / 3, true);
  for (let i = 0, at = HEAD; i < triangles.length; i += 3, at += EACH) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]].map((k) =>
      positions.subarray(3 * k, 3 * k + 3),
    );
    [normalOf(corners), ...corners].forEach((triple, j) => {
      for (let axis = 0; axis < 3; axis++) view.setFloat32(at + 12 * j + 4 * axis, triple[axis], true);
    });
  }
  return bytes;
}

/** Unit normal of a triangle; none of one without an area. */
function normalOf([a, b, c]: readonly Float64Array[]): [number, number, number] {
  const u = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const v = [c[0] - a[0], c[1] - a[1], c[2] - a[2]];
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
  const size = Math.hypot(...n) || 1;
  return [n[0] / size, n[1] / size, n[2] / size];
}
