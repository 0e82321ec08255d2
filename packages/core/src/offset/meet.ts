import type { Vec } from '../math';
import type { ArcSegment, LineSegment } from '../path';
import { arcParameter, type Plain } from './arcs';

/** Where two pieces cross: the parameter on each. Pieces that run along each other meet nowhere. */
export function meetings(one: Plain, two: Plain): [number, number][] {
  if (one.kind === 'line') return two.kind === 'line' ? lines(one, two) : lineArc(one, two);
  return two.kind === 'line' ? lineArc(two, one).map(([t, u]) => [u, t]) : arcs(one, two);
}

/** How far beyond its ends a crossing still counts, of a piece's parameter. */
const SLIP = 1e-10;
const clamp = (t: number): number | null =>
  t >= -SLIP && t <= 1 + SLIP ? Math.max(0, Math.min(1, t)) : null;

function lines(one: LineSegment, two: LineSegment): [number, number][] {
  const ax = one.b.x - one.a.x;
  const ay = one.b.y - one.a.y;
  const bx = two.b.x - two.a.x;
  const by = two.b.y - two.a.y;
  const det = ax * by - ay * bx;
  if (!(Math.abs(det) > 1e-12 * Math.hypot(ax, ay) * Math.hypot(bx, by))) return [];
  const cx = two.a.x - one.a.x;
  const cy = two.a.y - one.a.y;
  const t = clamp((cx * by - cy * bx) / det);
  const u = clamp((cx * ay - cy * ax) / det);
  return t === null || u === null ? [] : [[t, u]];
}

function lineArc(line: LineSegment, arc: ArcSegment): [number, number][] {
  const dx = line.b.x - line.a.x;
  const dy = line.b.y - line.a.y;
  const size = Math.hypot(dx, dy);
  if (!(size > 0)) return [];
  const ex = dx / size;
  const ey = dy / size;
  const along = (arc.centre.x - line.a.x) * ex + (arc.centre.y - line.a.y) * ey;
  const aside = (arc.centre.x - line.a.x) * ey - (arc.centre.y - line.a.y) * ex;
  const half = halfChord(arc.radius, Math.abs(aside));
  if (half === null) return [];
  const found: [number, number][] = [];
  for (const s of half === 0 ? [along] : [along - half, along + half]) {
    const t = clamp(s / size);
    const u = arcParameter(arc, { x: line.a.x + s * ex, y: line.a.y + s * ey });
    if (t !== null && u !== null) found.push([t, u]);
  }
  return found;
}

/** sqrt(r² − h²); zero where it only just touches, null where it misses. */
function halfChord(r: number, h: number): number | null {
  const over = (r - h) * (r + h);
  if (over > 0) return Math.sqrt(over);
  return h - r <= 1e-12 * r ? 0 : null;
}

function arcs(one: ArcSegment, two: ArcSegment): [number, number][] {
  const dx = two.centre.x - one.centre.x;
  const dy = two.centre.y - one.centre.y;
  const d = Math.hypot(dx, dy);
  if (!(d > 1e-12 * (one.radius + two.radius))) return [];
  const along = (d * d + (one.radius - two.radius) * (one.radius + two.radius)) / (2 * d);
  const half = halfChord(one.radius, Math.abs(along));
  if (half === null) return [];
  const ex = dx / d;
  const ey = dy / d;
  const found: [number, number][] = [];
  for (const h of half === 0 ? [0] : [-half, half]) {
    const p: Vec = {
      x: one.centre.x + along * ex - h * ey,
      y: one.centre.y + along * ey + h * ex,
    };
    const t = arcParameter(one, p);
    const u = arcParameter(two, p);
    if (t !== null && u !== null) found.push([t, u]);
  }
  return found;
}
