import Flatbush from 'flatbush';
import FlatQueue from 'flatqueue';
import { length3, sub3, type Vec3 } from '../math';

/**
 * Pairs of ends that meet within a tolerance, the nearest first; each end is paired once. Those in
 * one place are paired without looking further, then each of the others waits in a queue with the
 * nearest one that is left: n log n, however many ends lie close together.
 * @param ends two for each line, its start and then its end
 * @param tolerance mm
 * @returns for each end the one it meets; −1 where it meets none
 */
export function pairEnds(ends: readonly Vec3[], tolerance: number): Int32Array {
  const partner = new Int32Array(ends.length).fill(-1);
  if (ends.length === 0 || !(tolerance >= 0)) return partner;
  const pair = (one: number, two: number): void => {
    partner[one] = two;
    partner[two] = one;
  };
  pairInPlace(ends, pair, partner);
  let left = loose(partner);
  while (left.length > 1) {
    const near = nearestOf(ends, left);
    const queue = new FlatQueue<readonly [number, number]>();
    const ask = (end: number): void => {
      const found = near(end, tolerance, (other) => other !== end && partner[other] < 0);
      if (found === null) return;
      const gap = length3(sub3(ends[end], ends[found]));
      if (gap <= tolerance) queue.push([end, found], gap);
    };
    left.forEach(ask);
    if (queue.length === 0) break;
    // What is paired stays in the index; when a fourth of it is, the index is made anew.
    let paired = 0;
    for (let next = queue.pop(); next && 4 * paired < left.length; next = queue.pop()) {
      const [one, two] = next;
      if (partner[one] >= 0) continue;
      if (partner[two] >= 0) ask(one);
      else {
        pair(one, two);
        paired += 2;
      }
    }
    left = loose(partner);
  }
  return partner;
}

/** Pairs what lies in one place: a line's own two ends first, then what comes first with what comes next. */
function pairInPlace(
  ends: readonly Vec3[],
  pair: (one: number, two: number) => void,
  partner: Int32Array,
): void {
  for (let i = 0; i + 1 < ends.length; i += 2) if (isSame(ends[i], ends[i + 1])) pair(i, i + 1);
  const waiting = new Map<string, number>();
  ends.forEach(({ x, y, z }, i) => {
    if (partner[i] >= 0) return;
    const key = `${x} ${y} ${z}`;
    const other = waiting.get(key);
    if (other === undefined) waiting.set(key, i);
    else {
      pair(other, i);
      waiting.delete(key);
    }
  });
}

const isSame = (a: Vec3, b: Vec3): boolean => a.x === b.x && a.y === b.y && a.z === b.z;

function loose(partner: Int32Array): number[] {
  const found: number[] = [];
  partner.forEach((other, i) => {
    if (other < 0) found.push(i);
  });
  return found;
}

type Nearest = (end: number, within: number, suits: (other: number) => boolean) => number | null;
type Axis = 'x' | 'y' | 'z';

/**
 * What finds the end nearest to another among some. They are sorted into an index of the two axes they are spread along
 * most; where they are spread along the third one too, those that come nearer in these two are looked at in turn, until
 * none of them can be nearer in all three.
 */
function nearestOf(ends: readonly Vec3[], which: readonly number[]): Nearest {
  const spread = (axis: Axis): number => {
    let [least, most] = [Infinity, -Infinity];
    for (const i of which) [least, most] = [Math.min(least, ends[i][axis]), Math.max(most, ends[i][axis])];
    return most - least;
  };
  const isFlat = spread('z') === 0;
  const axes = (['x', 'y', 'z'] as const).map((axis) => ({ axis, spread: spread(axis) }));
  const [{ axis: u }, { axis: v }] = isFlat ? axes : axes.sort((a, b) => b.spread - a.spread);
  const index = new Flatbush(which.length);
  for (const i of which) index.add(ends[i][u], ends[i][v], ends[i][u], ends[i][v]);
  index.finish();
  if (isFlat)
    return (end, within, suits) => {
      const [found] = index.neighbors(ends[end][u], ends[end][v], 1, within, (k) => suits(which[k]));
      return found === undefined ? null : which[found];
    };
  return (end, within, suits) => {
    const from = ends[end];
    let [best, least] = [-1, Infinity];
    index.neighbors(from[u], from[v], 1, within, (k) => {
      const other = which[k];
      if (!suits(other)) return false;
      const off = length3(sub3(ends[other], from));
      if (off < least) [best, least] = [other, off];
      // The first one taken ends the search: it is not nearer in two axes than the nearest is in three.
      return Math.hypot(ends[other][u] - from[u], ends[other][v] - from[v]) >= least;
    });
    return best < 0 ? null : best;
  };
}
