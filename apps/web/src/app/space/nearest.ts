import { type Matrix4, Vector3, type BufferGeometry } from 'three';
import { treeOf } from './picking';

/** A body as it stands. */
export interface Stood {
  readonly geometry: BufferGeometry;
  readonly matrix: Matrix4;
}

export interface Nearest {
  readonly from: Vector3;
  readonly to: Vector3;
  /** mm; 0 where they touch or cut into each other. */
  readonly distance: number;
}

/** Where some bodies come nearest to some others; null where there are none. */
export function nearestBetween(some: readonly Stood[], others: readonly Stood[]): Nearest | null {
  let best: Nearest | null = null;
  for (const a of some) {
    for (const b of others) {
      const toA = a.matrix.clone().invert().multiply(b.matrix);
      // Sorted once, so that few of its triangles are looked at.
      (b.geometry as BufferGeometry & { boundsTree?: unknown }).boundsTree = treeOf(b.geometry);
      const own = { point: new Vector3(), distance: 0, faceIndex: 0 };
      const its = { point: new Vector3(), distance: 0, faceIndex: 0 };
      if (!treeOf(a.geometry).closestPointToGeometry(b.geometry, toA, own, its)) continue;
      const from = own.point.applyMatrix4(a.matrix);
      const to = its.point.applyMatrix4(b.matrix);
      const distance = from.distanceTo(to);
      if (!best || distance < best.distance) best = { from, to, distance };
    }
  }
  return best;
}
