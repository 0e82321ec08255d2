import type { Vec } from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';
import { writePath } from '../../document/commands';
import { far, sharpAngle, type Handle, type PathTool } from '../kind';

type Helix = PathOf<'helix'>;

/** The least a radius can be dragged to, mm. */
const LEAST = 0.1;

const endAngle = ({ start, turns, hand }: Helix): number =>
  start + 2 * Math.PI * turns * (hand === 'ccw' ? 1 : -1);

const polar = ({ x, y }: Vec, radius: number, angle: number): Vec => ({
  x: x + radius * Math.cos(angle),
  y: y + radius * Math.sin(angle),
});

/** Its axis is moved, and its two ends: the first by radius and angle, the last by radius and part of a turn. */
export const HELIX_TOOL: PathTool<Helix> = {
  panel: () => import('./helix-panel.component').then((m) => m.HelixPanelComponent),

  handles(path) {
    const { centre, from, to, start } = path;
    const end = (part: 'from' | 'to', at: Vec): Handle => ({
      grip: { of: 'helix', part },
      ...at,
      look: 'end',
    });
    return [
      { grip: { of: 'helix', part: 'centre' }, x: centre.x, y: centre.y, look: 'centre' },
      end('from', polar(centre, from, start)),
      end('to', polar(centre, to, endAngle(path))),
    ];
  },

  drag(draft, path, grip, to) {
    if (grip.of !== 'helix') return;
    writePath(draft, path, dragged(path, grip.part, to));
  },
};

function dragged(path: Helix, part: 'centre' | 'from' | 'to', to: Vec): Helix {
  const { centre, turns, hand, start, from } = path;
  if (part === 'centre') return { ...path, centre: { ...centre, x: to.x, y: to.y } };
  const radius = Math.max(LEAST, far(centre, to));
  const angle = sharpAngle(centre, to);
  if (part === 'from') {
    // Round where both ends are as wide; the other end stays where it is, so that it turns by as much less or more.
    const turned = nearTurn(angle - start) * (hand === 'ccw' ? 1 : -1);
    return {
      ...path,
      from: radius,
      ...(path.to === from ? { to: radius } : {}),
      start: angle,
      turns: Math.max(0.01, turns - turned / (2 * Math.PI)),
    };
  }
  const turned = nearTurn(angle - endAngle(path)) * (hand === 'ccw' ? 1 : -1);
  return { ...path, to: radius, turns: Math.max(0.01, turns + turned / (2 * Math.PI)) };
}

/** An angle within half a turn of none. */
const nearTurn = (angle: number): number => Math.atan2(Math.sin(angle), Math.cos(angle));
