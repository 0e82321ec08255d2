import type { Vec } from '@coin-relay/core';
import { sameGrip, type Grip, type Handle } from '../path-kinds';
import { THEME } from '../shared/theme';
import { toScreen, type ViewPort } from '@coin-relay/painting';

/** How near a press has to be to a handle, px. Larger than any handle is drawn. */
const REACH = 11;
const RIM_REACH = 7;

/** Handles that are taken before others where they lie together: arms before points, points before wheels. */
const ORDER: readonly (readonly Handle['look'][])[] = [
  ['arm', 'spacing'],
  ['sharp', 'flowing', 'anchor', 'end', 'pick'],
  ['centre'],
  ['rim'],
  ['wheel'],
];

/** The handle under a place of the drawing; null where there is none. */
export function handleAt(handles: readonly Handle[], view: ViewPort, at: Vec): Handle | null {
  for (const looks of ORDER) {
    let nearest: Handle | null = null;
    let least = Infinity;
    for (const handle of handles) {
      if (!looks.includes(handle.look)) continue;
      const p = toScreen(view, handle.x, handle.y);
      const radius = (handle.radius ?? 0) * view.scale;
      const d = Math.hypot(p.x - at.x, p.y - at.y);
      // A rim is taken on its line, a wheel anywhere well inside it, others near their point.
      const off =
        handle.look === 'rim'
          ? radius > 26
            ? Math.abs(d - radius) / RIM_REACH
            : Infinity
          : handle.look === 'wheel'
            ? d / Math.max(14, radius * 0.85)
            : d / REACH;
      if (off <= 1 && off < least) {
        least = off;
        nearest = handle;
      }
    }
    if (nearest) return nearest;
  }
  return null;
}

/** Most handles drawn of a path: of more points only the chosen ones, and every so many of the rest. */
const MOST_DRAWN = 700;

/** Draws handles on the screen, in its pixels. They are small and open, so that what is under them shows. */
export function paintHandles(
  ctx: CanvasRenderingContext2D,
  handles: readonly Handle[],
  view: ViewPort,
  hovered: Grip | null,
): void {
  const every = Math.max(1, Math.ceil(handles.length / MOST_DRAWN));
  // Many points are drawn smaller, so that the row under them shows.
  const size = handles.length > 60 ? 2.2 : 4;
  ctx.lineWidth = 1.5;
  handles.forEach((handle, i) => {
    if (i % every !== 0 && !handle.chosen && handle.look !== 'arm') return;
    const p = toScreen(view, handle.x, handle.y);
    ctx.strokeStyle = THEME.accent;
    ctx.fillStyle =
      handle.chosen || sameGrip(handle.grip, hovered) ? THEME.accent : 'rgba(253, 251, 245, 0.85)';
    ctx.beginPath();
    paintOne(ctx, handle, p, view, size);
  });
}

function paintOne(ctx: CanvasRenderingContext2D, handle: Handle, p: Vec, view: ViewPort, size: number): void {
  switch (handle.look) {
    case 'sharp':
      ctx.rect(p.x - size, p.y - size, 2 * size, 2 * size);
      break;
    case 'flowing':
      ctx.arc(p.x, p.y, size + 0.5, 0, 2 * Math.PI);
      break;
    case 'arm': {
      const from = handle.from ? toScreen(view, handle.from.x, handle.from.y) : p;
      ctx.moveTo(from.x, from.y);
      ctx.lineTo(p.x, p.y);
      ctx.stroke();
      ctx.beginPath();
      ctx.arc(p.x, p.y, 3.5, 0, 2 * Math.PI);
      break;
    }
    case 'anchor':
      // A nail in a wall plate.
      ctx.moveTo(p.x - 8, p.y - 9);
      ctx.lineTo(p.x + 8, p.y - 9);
      ctx.moveTo(p.x, p.y - 9);
      ctx.lineTo(p.x, p.y - 4);
      ctx.moveTo(p.x + 4, p.y);
      ctx.arc(p.x, p.y, 4, 0, 2 * Math.PI);
      break;
    case 'centre':
      ctx.moveTo(p.x - 8, p.y);
      ctx.lineTo(p.x + 8, p.y);
      ctx.moveTo(p.x, p.y - 8);
      ctx.lineTo(p.x, p.y + 8);
      ctx.moveTo(p.x + 4, p.y);
      ctx.arc(p.x, p.y, 4, 0, 2 * Math.PI);
      break;
    case 'end':
      ctx.moveTo(p.x, p.y - 5.5);
      ctx.lineTo(p.x + 5.5, p.y);
      ctx.lineTo(p.x, p.y + 5.5);
      ctx.lineTo(p.x - 5.5, p.y);
      ctx.closePath();
      break;
    case 'spacing': {
      // A bead on a rod that slides both ways along the path.
      const from = handle.from ? toScreen(view, handle.from.x, handle.from.y) : { x: p.x - 1, y: p.y };
      const size = Math.hypot(p.x - from.x, p.y - from.y) || 1;
      const [ux, uy] = [(p.x - from.x) / size, (p.y - from.y) / size];
      const to = (along: number, off: number): [number, number] => [
        p.x + along * ux - off * uy,
        p.y + along * uy + off * ux,
      ];
      ctx.moveTo(...to(-15, 0));
      ctx.lineTo(...to(15, 0));
      for (const way of [-1, 1]) {
        ctx.moveTo(...to(way * 11, -4));
        ctx.lineTo(...to(way * 15, 0));
        ctx.lineTo(...to(way * 11, 4));
      }
      ctx.stroke();
      ctx.beginPath();
      ctx.arc(p.x, p.y, 5, 0, 2 * Math.PI);
      break;
    }
    case 'pick':
      ctx.moveTo(p.x, p.y);
      ctx.lineTo(p.x, p.y - 16);
      ctx.lineTo(p.x + 10, p.y - 12);
      ctx.lineTo(p.x, p.y - 8);
      break;
    case 'rim': {
      // A grip on the rim, towards the lower right.
      const radius = (handle.radius ?? 0) * view.scale;
      if (radius <= 26) return;
      ctx.lineWidth = 4;
      ctx.arc(p.x, p.y, radius, Math.PI / 4 - 8 / radius, Math.PI / 4 + 8 / radius);
      ctx.stroke();
      ctx.lineWidth = 1.5;
      return;
    }
    case 'wheel':
      return;
  }
  ctx.fill();
  ctx.stroke();
}
