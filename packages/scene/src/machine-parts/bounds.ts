import { anchorAt, centreOf, type Machine } from '@coin-relay/model';
import type { Box } from '../placing';

/** Moments of the loop that are looked at. */
const MOMENTS = 36;

/** All that the moving parts between the rows ever cover; null where there are none. */
export function machineBounds(machine: Machine): Box | null {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = (x: number, y: number, r: number): void => {
    box[0] = Math.min(box[0], x - r);
    box[1] = Math.min(box[1], y - r);
    box[2] = Math.max(box[2], x + r);
    box[3] = Math.max(box[3], y + r);
  };
  const { anchors, ties, motion } = machine.job;
  for (const { id, on } of anchors ?? []) {
    const size = on.kind === 'slider' ? on.radius * 0.4 : 6;
    for (let m = 0; m < MOMENTS; m++) {
      const at = anchorAt(machine, id, (machine.frames * m) / MOMENTS);
      if (at) take(at.x, at.y, size);
    }
  }
  for (const { is, from, to } of ties ?? []) {
    for (const id of [from, to]) {
      const at = anchorAt(machine, id, 0);
      if (at) take(at.x, at.y, is.diameter);
    }
  }
  for (const { train } of motion.drives) {
    if (!train?.gears) continue;
    const [a, b] = [centreOf(machine, train.wheel), centreOf(machine, train.own)];
    if (!a || !b) continue;
    const apart = Math.hypot(b.x - a.x, b.y - a.y);
    const [z1, z2] = train.gears;
    const tooth = (2 * apart) / (z1 + z2);
    take(a.x, a.y, (apart * z1) / (z1 + z2) + tooth);
    take(b.x, b.y, (apart * z2) / (z1 + z2) + tooth);
  }
  return box[0] < box[2] ? box : null;
}
