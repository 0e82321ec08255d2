import { findCorners, newReading, pathReader, tightestBend, type FitOutcome } from '@coin-relay/core';
import type { Finding } from '@coin-relay/scene';
import { THEME } from '../shared/theme';

/** Places that cannot be passed that are marked; of more the first ones. */
const MOST_OBSTACLES = 400;

/** Marks over the row: the start of the path, the selected wheel, wheels that are blamed, places that cannot be passed. */
export function paintMarks(
  ctx: CanvasRenderingContext2D,
  fit: FitOutcome,
  pixel: number,
  selected: string | null,
  blamed: readonly string[],
): void {
  const { path, wheels } = fit.layout;
  const read = pathReader(path);
  const at = newReading();
  read(0, at);
  paintStart(ctx, at, pixel);
  for (const wheel of wheels) {
    const isBlamed = blamed.includes(wheel.id) || blamed.includes(wheel.name ?? '');
    if (wheel.id !== selected && !isBlamed) continue;
    ctx.beginPath();
    ctx.arc(wheel.x, wheel.y, wheel.radius, 0, 2 * Math.PI);
    ctx.strokeStyle = isBlamed ? THEME.warning : THEME.accent;
    ctx.lineWidth = pixel * 2;
    ctx.setLineDash(isBlamed ? [] : [6 * pixel, 5 * pixel]);
    ctx.stroke();
    ctx.setLineDash([]);
  }
  for (const { x, y } of fit.obstacles.slice(0, MOST_OBSTACLES)) {
    ctx.beginPath();
    ctx.arc(x, y, 13 * pixel, 0, 2 * Math.PI);
    ctx.moveTo(x - 6 * pixel, y - 6 * pixel);
    ctx.lineTo(x + 6 * pixel, y + 6 * pixel);
    ctx.moveTo(x - 6 * pixel, y + 6 * pixel);
    ctx.lineTo(x + 6 * pixel, y - 6 * pixel);
    ctx.strokeStyle = THEME.warning;
    ctx.lineWidth = 2.4 * pixel;
    ctx.stroke();
  }
}

/** Where the path comes too close to itself: a stroke across from one part to the other, with a bar at each end. */
export function paintApproaches(
  ctx: CanvasRenderingContext2D,
  fit: FitOutcome,
  findings: readonly Finding[],
  pixel: number,
): void {
  const read = pathReader(fit.layout.path);
  const a = newReading();
  const b = newReading();
  ctx.strokeStyle = THEME.warning;
  ctx.lineWidth = 2 * pixel;
  for (const { places: s } of findings.filter(({ kind }) => kind === 'too-close')) {
    read(s[0], a);
    read(s[1], b);
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const [ux, uy] = size > 0 ? [(b[0] - a[0]) / size, (b[1] - a[1]) / size] : [a[2], a[3]];
    const bar = 7 * pixel;
    ctx.beginPath();
    ctx.moveTo(a[0] - uy * bar, a[1] + ux * bar);
    ctx.lineTo(a[0] + uy * bar, a[1] - ux * bar);
    ctx.moveTo(b[0] - uy * bar, b[1] + ux * bar);
    ctx.lineTo(b[0] + uy * bar, b[1] - ux * bar);
    ctx.moveTo(a[0], a[1]);
    ctx.lineTo(b[0], b[1]);
    ctx.stroke();
  }
}

/** Corners marked on the drawing; of more the first ones. */
const MOST_CORNERS = 400;

/** The corners: an open angle on the outer side of each. */
export function paintCorners(ctx: CanvasRenderingContext2D, fit: FitOutcome, pixel: number): void {
  const { path } = fit.layout;
  const read = pathReader(path);
  const at = newReading();
  ctx.strokeStyle = THEME.brass;
  ctx.lineWidth = 1.6 * pixel;
  for (const { s, x, y, turn } of findCorners(path).slice(0, MOST_CORNERS)) {
    read(s, at);
    // Outwards lies against the middle of the way in and the way out.
    const out = Math.atan2(at[3], at[2]) - turn / 2 - (Math.sign(turn) * Math.PI) / 2;
    const reach = 15 * pixel;
    const tip = { x: x + reach * Math.cos(out), y: y + reach * Math.sin(out) };
    ctx.beginPath();
    for (const side of [-1, 1]) {
      const angle = out + Math.PI + side * 0.6;
      ctx.moveTo(tip.x, tip.y);
      ctx.lineTo(tip.x + 7 * pixel * Math.cos(angle), tip.y + 7 * pixel * Math.sin(angle));
    }
    ctx.stroke();
  }
}

/** The tightest bend: a short stroke across the path, on its inner side, with a ring. */
export function paintTightest(ctx: CanvasRenderingContext2D, fit: FitOutcome, pixel: number): void {
  const tightest = tightestBend(fit.layout.path);
  if (!tightest) return;
  const at = newReading();
  pathReader(fit.layout.path)(tightest.s, at);
  const side = Math.sign(at[4]) || 1;
  const [nx, ny] = [-at[3] * side, at[2] * side];
  ctx.beginPath();
  ctx.moveTo(at[0] + nx * 8 * pixel, at[1] + ny * 8 * pixel);
  ctx.lineTo(at[0] + nx * 24 * pixel, at[1] + ny * 24 * pixel);
  ctx.moveTo(at[0] + nx * 24 * pixel + 3 * pixel, at[1] + ny * 24 * pixel);
  ctx.arc(at[0] + nx * 24 * pixel, at[1] + ny * 24 * pixel, 3 * pixel, 0, 2 * Math.PI);
  ctx.strokeStyle = THEME.brass;
  ctx.lineWidth = 1.6 * pixel;
  ctx.stroke();
}

/** A place that was gone to: two rings about it. */
export function paintSpot(ctx: CanvasRenderingContext2D, fit: FitOutcome, s: number, pixel: number): void {
  const at = newReading();
  pathReader(fit.layout.path)(s, at);
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 2 * pixel;
  for (const r of [20, 26]) {
    ctx.beginPath();
    ctx.arc(at[0], at[1], r * pixel, 0, 2 * Math.PI);
    ctx.stroke();
  }
}

/** A small flag that stands beside the start and points the way the path runs. */
function paintStart(ctx: CanvasRenderingContext2D, at: Float64Array, pixel: number): void {
  const [x, y, tx, ty] = at;
  const off = 22 * pixel;
  const long = 15 * pixel;
  // To the right of the path: outside, where the path runs counter-clockwise.
  const px = x + off * ty;
  const py = y - off * tx;
  ctx.beginPath();
  ctx.moveTo(x, y);
  ctx.lineTo(px, py);
  ctx.lineTo(px + tx * long, py + ty * long);
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1.6 * pixel;
  ctx.stroke();
  ctx.beginPath();
  const ex = px + tx * long;
  const ey = py + ty * long;
  const head = 5 * pixel;
  ctx.moveTo(ex + tx * head, ey + ty * head);
  ctx.lineTo(ex - ty * head * 0.6, ey + tx * head * 0.6);
  ctx.lineTo(ex + ty * head * 0.6, ey - tx * head * 0.6);
  ctx.closePath();
  ctx.fillStyle = THEME.accent;
  ctx.fill();
}
