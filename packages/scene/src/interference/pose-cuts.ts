import type { NeighbourPoses } from './neighbour-poses';
import type { NeighbourCut } from './neighbours';

/**
 * Which neighbours cut into each other, by how deep they do in each of their poses.
 * @param depths deeper than on a straight, mm; one for each pose, 0 where it is not spoken of
 */
export function cutsOfPoses({ found }: NeighbourPoses, depths: ArrayLike<number>): NeighbourCut[] {
  const worst = new Map<number, NeighbourCut>();
  found.forEach((places, i) => {
    if (!(depths[i] > 0)) return;
    for (const each of places) {
      const known = worst.get(each.place);
      if (!known || known.depth < depths[i]) worst.set(each.place, { ...each, depth: depths[i] });
    }
  });
  return [...worst.values()].sort((a, b) => a.place - b.place);
}
