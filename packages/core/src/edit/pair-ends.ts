import Flatbush from 'flatbush';
import FlatQueue from 'flatqueue';
import { distance, type Vec } from '../math';

/**
 * Pairs of ends that meet within a tolerance, the nearest first; each end is paired once. Those in
 * one place are paired without looking further, then each of the others waits in a queue with the
 * nearest one that is left: n log n, however many ends lie close together.
 * @param ends two for each line, its start and then its end
 * @param tolerance mm
 * @returns for each end the one it meets; −1 where it meets none
 */
export function pairEnds(ends: readonly Vec[], tolerance: number): Int32Array {
  const partner = new Int32Array(ends.length).fill(-1);
  if (ends.length === 0 || !(tolerance >= 0)) return partner;
  const pair = (one: number, two: number): void => {
    partner[one] = two;
    partner[two] = one;
  };
  pairInPlace(ends, pair, partner);
  let left = loose(partner);
  while (left.length > 1) {
    const index = indexOf(ends, left);
    const queue = new FlatQueue<readonly [number, number]>();
    const ask = (end: number): void => {
      const { x, y } = ends[end];
      const [found] = index.neighbors(x, y, 1, tolerance, (k) => left[k] !== end && partner[left[k]] < 0);
      if (found === undefined) return;
      const gap = distance(ends[end], ends[left[found]]);
      if (gap <= tolerance) queue.push([end, left[found]], gap);
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
  ends: readonly Vec[],
  pair: (one: number, two: number) => void,
  partner: Int32Array,
): void {
  for (let i = 0; i + 1 < ends.length; i += 2)
    if (ends[i].x === ends[i + 1].x && ends[i].y === ends[i + 1].y) pair(i, i + 1);
  const waiting = new Map<string, number>();
  ends.forEach(({ x, y }, i) => {
    if (partner[i] >= 0) return;
    const key = `${x} ${y}`;
    const other = waiting.get(key);
    if (other === undefined) waiting.set(key, i);
    else {
      pair(other, i);
      waiting.delete(key);
    }
  });
}

function loose(partner: Int32Array): number[] {
  const found: number[] = [];
  partner.forEach((other, i) => {
    if (other < 0) found.push(i);
  });
  return found;
}

function indexOf(ends: readonly Vec[], which: readonly number[]): Flatbush {
  const index = new Flatbush(which.length);
  for (const i of which) index.add(ends[i].x, ends[i].y, ends[i].x, ends[i].y);
  index.finish();
  return index;
}
