import { insetMesh, mapMesh, type Mesh } from '@coin-relay/core/solid';
import type { SceneNode, SceneSolids } from '@coin-relay/scene/solid';
import { weldBodies } from './weld';

/** A piece in a row: which row of which run it is of, and its number there. */
interface Numbered {
  readonly row: string;
  readonly number: number;
}

/** What the name of a node says of its piece; null for what is none. */
function numbered(id: string): Numbered | null {
  const found = /^([^/]+)\/(-?\d+)(\/.*)?$/.exec(id);
  return found && { row: `${found[1]}${found[3] ?? ''}`, number: Number(found[2]) };
}

/**
 * The bodies of each piece as one, with so much left free between neighbours. Of two neighbours the one with the odd
 * number gives way, so that the bores of a chain become wider and its pins stay what they are; where both are odd, or
 * both even, the first of them does.
 * @param clearance mm
 * @throws RelayError solid-invalid
 */
export async function setApart(
  scene: SceneSolids,
  nodes: readonly SceneNode[],
  clearance: number,
  wasm: string | undefined,
): Promise<ReadonlyMap<string, Mesh>> {
  const placed = (node: SceneNode): Mesh[] =>
    (scene.solids.get(node.solid)?.bodies ?? []).map(({ mesh }) => mapMesh(mesh, node.map));
  const rows = new Map<string, Map<number, SceneNode>>();
  for (const node of nodes) {
    const at = numbered(node.id);
    if (!at) continue;
    const row = rows.get(at.row) ?? new Map<number, SceneNode>();
    rows.set(at.row, row.set(at.number, node));
  }
  const made = new Map<string, Mesh>();
  for (const row of rows.values()) {
    const numbers = [...row.keys()];
    const [first, last] = [Math.min(...numbers), Math.max(...numbers)];
    for (const [number, node] of row) {
      const neighbours = [number - 1, number + 1]
        // The first and the last of a row that closes are neighbours; of others they are far from each other.
        .map((n) => (n < first ? last : n > last ? first : n))
        .filter((n) => n !== number && givesWay(number, n));
      const others = neighbours.flatMap((n) => {
        const other = row.get(n);
        return other ? placed(other).map((mesh) => insetMesh(mesh, -clearance)) : [];
      });
      made.set(node.id, await weldBodies(placed(node), others, node.id, wasm));
    }
  }
  return made;
}

const odd = (n: number): boolean => n % 2 !== 0;
const givesWay = (one: number, other: number): boolean => (odd(one) === odd(other) ? one < other : odd(one));
