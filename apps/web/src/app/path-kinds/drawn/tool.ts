import {
  deletePoints,
  insertPoint,
  movePoint,
  placePoints,
  previousIndex,
  pullHandle,
  segmentCount,
  type Vec,
} from '@coin-relay/core';
import { withDrawn, type PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import type { DragGround, Handle, PathTool } from '../kind';

type Drawn = PathOf<'drawn'>;

/** Arms are shown of this many chosen points at the most. */
const MOST_ARMS = 12;

export const DRAWN_TOOL: PathTool<Drawn> = {
  panel: () => import('./drawn-panel.component').then((m) => m.DrawnPanelComponent),

  handles(path, { points }) {
    const made: Handle[] = path.points.map(({ x, y, flowing }, i) => ({
      grip: { of: 'point', index: i, part: 'point' },
      x,
      y,
      look: flowing ? 'flowing' : 'sharp',
      chosen: points.has(i),
    }));
    if (points.size <= MOST_ARMS) for (const i of points) made.push(...armsOf(path, i));
    return made;
  },

  drag(draft, path, grip, to, { points }) {
    if (grip.of !== 'point') return;
    const { index: i, part } = grip;
    const at = path.points[i];
    if (!at) return;
    if (part === 'point') {
      const moved =
        points.has(i) && points.size > 1
          ? placePoints(path, points, { k: 1, turn: 0, x: to.x - at.x, y: to.y - at.y, mirror: false })
          : movePoint(path, i, to);
      writePath(draft, path, withDrawn(path, moved));
      return;
    }
    const offset = { x: to.x - at.x, y: to.y - at.y };
    const pulled = pullHandle(path, i, part, offset);
    writePath(draft, path, withDrawn(path, pulled));
  },

  byPoints: {
    of: ({ points }) => points,
    without: (path, chosen) => withDrawn(path, deletePoints(path, chosen)),
    moved: (path, chosen, { x, y }) =>
      withDrawn(path, placePoints(path, chosen, { k: 1, turn: 0, x, y, mirror: false })),
    inserted: (path, { piece, t }) => ({
      path: withDrawn(path, insertPoint(path, piece, t)),
      point: piece + 1,
    }),
  },

  snapTo(path, grip): DragGround {
    if (grip.of !== 'point') return { from: null, others: [] };
    const { index: i, part } = grip;
    if (part !== 'point') return { from: path.points[i] ?? null, others: [] };
    const before = previousIndex(path, i);
    return {
      from: before === null ? null : path.points[before],
      others: path.points.filter((_, k) => k !== i),
    };
  },
};

function armsOf(path: Drawn, i: number): Handle[] {
  const at = path.points[i];
  if (!at) return [];
  const arm = (part: 'out' | 'in', offset: Vec): Handle => ({
    grip: { of: 'point', index: i, part },
    x: at.x + offset.x,
    y: at.y + offset.y,
    look: 'arm',
    from: at,
  });
  const made: Handle[] = [];
  const before = previousIndex(path, i);
  const incoming = before === null ? null : path.points[before].next;
  if (i < segmentCount(path) && at.next.kind === 'curve') made.push(arm('out', at.next.out));
  if (incoming?.kind === 'curve') made.push(arm('in', incoming.in));
  return made;
}
