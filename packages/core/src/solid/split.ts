import { MeshBuilder, type Mesh } from './mesh';

/** Nearer to a plane than this a corner lies in it, mm. */
const ON = 1e-9;

/**
 * A solid cut along planes square to the x axis, so that none of its edges is longer along x than a step: what is
 * bent then shows no facets. It stays closed: both triangles on an edge are cut at the same places.
 * @param step mm
 * @throws RelayError solid-too-large
 */
export function splitAlong(mesh: Mesh, step: number): Mesh {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < mesh.positions.length; i += 3) {
    low = Math.min(low, mesh.positions[i]);
    high = Math.max(high, mesh.positions[i]);
  }
  const many = Math.ceil((high - low) / step);
  let cut = mesh;
  for (let k = 1; k < many; k++) cut = cutAt(cut, low + (k * (high - low)) / many);
  return cut;
}

/** All triangles that reach over a plane x = at, cut along it. */
function cutAt({ positions, triangles }: Mesh, at: number): Mesh {
  const builder = new MeshBuilder();
  const vertices = positions.length / 3;
  for (let v = 0; v < vertices; v++)
    builder.vertex(positions[3 * v], positions[3 * v + 1], positions[3 * v + 2]);
  const side = (v: number): number => {
    const off = positions[3 * v] - at;
    return Math.abs(off) < ON ? 0 : Math.sign(off);
  };
  const made = new Map<number, number>();
  const between = (a: number, b: number): number => {
    const [from, to] = a < b ? [a, b] : [b, a];
    const key = from * vertices + to;
    const known = made.get(key);
    if (known !== undefined) return known;
    const t = (at - positions[3 * from]) / (positions[3 * to] - positions[3 * from]);
    const mix = (axis: number): number =>
      positions[3 * from + axis] + t * (positions[3 * to + axis] - positions[3 * from + axis]);
    const vertex = builder.vertex(at, mix(1), mix(2));
    made.set(key, vertex);
    return vertex;
  };
  for (let i = 0; i < triangles.length; i += 3) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]];
    const sides = corners.map(side);
    if (!sides.includes(1) || !sides.includes(-1)) {
      builder.triangle(corners[0], corners[1], corners[2]);
      continue;
    }
    // Begun at the corner in the plane, or at the one that is alone on its side.
    const flat = sides.indexOf(0);
    const first =
      flat >= 0 ? flat : sides.findIndex((s) => sides.filter((other) => other === s).length === 1);
    const [a, b, c] = [0, 1, 2].map((j) => corners[(first + j) % 3]);
    if (flat >= 0) {
      const m = between(b, c);
      builder.triangle(a, b, m);
      builder.triangle(a, m, c);
      continue;
    }
    const [m, n] = [between(a, b), between(a, c)];
    builder.triangle(a, m, n);
    builder.quad(m, b, c, n);
  }
  return builder.build();
}
