import {
  deleteSpacePoints,
  insertSpacePoint,
  moveSpacePoints,
  nearestSpacePiece,
  spacePieces,
  type Vec3,
} from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import type { DragGround, Handle, PathTool } from '../kind';
import { before, pulled } from './handles';

type Space = PathOf<'space'>;

/** Arms are shown of this many chosen points at the most. */
const MOST_ARMS = 12;

/** On the drawing points are moved in plan: their heights stay. */
export const SPACE_TOOL: PathTool<Space> = {
  panel: () => import('./space-panel.component').then((m) => m.SpacePanelComponent),

  handles(path, { points }) {
    const made: Handle[] = path.points.map(({ x, y }, i) => ({
      grip: { of: 'point', index: i, part: 'point' },
      x,
      y,
      look: 'sharp',
      chosen: points.has(i),
    }));
    if (points.size <= MOST_ARMS) for (const i of points) made.push(...armsOf(path, i));
    return made;
  },

  drag(draft, path, grip, to, { points }) {
    if (grip.of !== 'point') return;
    const at = path.points[grip.index];
    if (!at) return;
    if (grip.part === 'point') {
      const chosen = points.has(grip.index) ? points : new Set([grip.index]);
      writePath(draft, path, moveSpacePoints(path, chosen, { x: to.x - at.x, y: to.y - at.y, z: 0 }));
      return;
    }
    writePath(draft, path, pulled(path, grip.index, grip.part, { x: to.x - at.x, y: to.y - at.y }));
  },

  byPoints: {
    of: ({ points }) => points,
    without: deleteSpacePoints,
    moved: moveSpacePoints,
    inserted(path, { at }) {
      const place = nearestSpacePiece(path, at);
      return place && { path: insertSpacePoint(path, place.piece, place.t), point: place.piece + 1 };
    },
  },

  snapTo(path, grip): DragGround {
    if (grip.of !== 'point') return { from: null, others: [] };
    const { index: i, part } = grip;
    if (part !== 'point') return { from: path.points[i] ?? null, others: [] };
    return {
      from: path.points[before(path, i) ?? -1] ?? null,
      others: path.points.filter((_, k) => k !== i),
    };
  },
};

function armsOf(path: Space, i: number): Handle[] {
  const at = path.points[i];
  if (!at) return [];
  const arm = (part: 'out' | 'in', { x, y }: Vec3): Handle => ({
    grip: { of: 'point', index: i, part },
    x: at.x + x,
    y: at.y + y,
    look: 'arm',
    from: at,
  });
  const back = before(path, i);
  const incoming = back === null ? null : path.points[back].next;
  const made: Handle[] = [];
  if (i < spacePieces(path) && at.next.kind === 'curve') made.push(arm('out', at.next.out));
  if (incoming?.kind === 'curve') made.push(arm('in', incoming.in));
  return made;
}
