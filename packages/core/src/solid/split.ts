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
  if (many < 2) return mesh;
  const positions = [...mesh.positions];
  const planeAt = (k: number): number => low + (k * (high - low)) / many;
  const builder = new MeshBuilder();
  // In the middle first: what lies on one side of a plane is not looked at for those on the other.
  const cut = (triangles: readonly number[], first: number, last: number): void => {
    if (first > last) {
      for (let i = 0; i < triangles.length; i += 3)
        builder.triangle(triangles[i], triangles[i + 1], triangles[i + 2]);
      return;
    }
    const k = (first + last) >> 1;
    const [under, over] = cutAt(positions, triangles, planeAt(k));
    cut(under, first, k - 1);
    cut(over, k + 1, last);
  };
  cut([...mesh.triangles], 1, many - 1);
  for (let i = 0; i < positions.length; i += 3)
    builder.vertex(positions[i], positions[i + 1], positions[i + 2]);
  return builder.build();
}

/** Triangles cut along a plane x = at, those below it and those above; corners that this takes are added. */
function cutAt(
  positions: number[],
  triangles: readonly number[],
  at: number,
): readonly [under: number[], over: number[]] {
  const [under, over]: [number[], number[]] = [[], []];
  const off = (v: number): number => positions[3 * v] - at;
  const side = (v: number): number => (Math.abs(off(v)) < ON ? 0 : Math.sign(off(v)));
  const put = (a: number, b: number, c: number): void => {
    (off(a) + off(b) + off(c) > 0 ? over : under).push(a, b, c);
  };
  const made = new Map<string, number>();
  const between = (a: number, b: number): number => {
    const [from, to] = a < b ? [a, b] : [b, a];
    const key = `${from} ${to}`;
    const known = made.get(key);
    if (known !== undefined) return known;
    const t = (at - positions[3 * from]) / (positions[3 * to] - positions[3 * from]);
    const mix = (axis: number): number =>
      positions[3 * from + axis] + t * (positions[3 * to + axis] - positions[3 * from + axis]);
    const vertex = positions.length / 3;
    positions.push(at, mix(1), mix(2));
    made.set(key, vertex);
    return vertex;
  };
  for (let i = 0; i < triangles.length; i += 3) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]];
    const sides = corners.map(side);
    if (!sides.includes(1) || !sides.includes(-1)) {
      put(corners[0], corners[1], corners[2]);
      continue;
    }
    // Begun at the corner in the plane, or at the one that is alone on its side.
    const flat = sides.indexOf(0);
    const first =
      flat >= 0 ? flat : sides.findIndex((s) => sides.filter((other) => other === s).length === 1);
    const [a, b, c] = [0, 1, 2].map((j) => corners[(first + j) % 3]);
    if (flat >= 0) {
      const m = between(b, c);
      put(a, b, m);
      put(a, m, c);
      continue;
    }
    const [m, n] = [between(a, b), between(a, c)];
    put(a, m, n);
    put(m, b, c);
    put(m, c, n);
  }
  return [under, over];
}
