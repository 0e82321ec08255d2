import { newReading, pathReader, type FitOutcome } from '@coin-relay/core';
import { THEME } from '../shared/theme';

/** The path itself as a thin line, and its start with the way it runs. */
export function paintPath(ctx: CanvasRenderingContext2D, fit: FitOutcome, pixel: number): void {
  const { path } = fit.layout;
  const read = pathReader(path);
  const at = newReading();
  ctx.beginPath();
  const steps = 720;
  for (let i = 0; i <= steps; i++) {
    read((path.length * i) / steps, at);
    if (i === 0) ctx.moveTo(at[0], at[1]);
    else ctx.lineTo(at[0], at[1]);
  }
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = pixel * 0.8;
  ctx.stroke();
}

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
  for (const { x, y } of fit.obstacles) {
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
