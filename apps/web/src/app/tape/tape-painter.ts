import { findCorners, newReading, pathReader, SEGMENT, type FitOutcome } from '@coin-relay/core';
import type { Finding } from '@coin-relay/scene';
import { formatLength, formatLengthNumber, type Unit } from '@coin-relay/model';
import { roundStep } from '@coin-relay/painting';
import { THEME } from '../shared/theme';

/** A strip of the tape, px from its top. */
export interface Lane {
  readonly top: number;
  readonly height: number;
}

/** Where the lanes of the tape are, px from its top. */
export const LANES = {
  bends: { top: 20, height: 28 },
  links: { top: 51, height: 32 },
  scale: { top: 93 },
} as const;
/** How high the tape of one row is, and how much higher with every other row, px. */
export const TAPE_HEIGHT = 124;
export const ROW_HEIGHT = 46;
/** Where another row is shown under the one at work. */
export const laneOf = (row: number): Lane => ({ top: TAPE_HEIGHT + row * ROW_HEIGHT + 16, height: 20 });

export const PAD = 44;
/** Corners and obstacles marked; of more the first ones. */
const MOST_MARKS = 400;

/** The horizontal map of the tape: mm of path to px. */
export interface TapeMap {
  readonly left: number;
  readonly pixelsPerMm: number;
  readonly length: number;
}

/** @param longest of the rows that share its scale, mm */
export function tapeMap(length: number, width: number, longest = length): TapeMap {
  return { left: PAD, pixelsPerMm: Math.max(1e-9, (width - 2 * PAD) / longest), length };
}

export const tapeX = (map: TapeMap, s: number): number => map.left + s * map.pixelsPerMm;

/** What does not move: bends, wheels, scale, obstacles. */
export function paintTapeGround(
  ctx: CanvasRenderingContext2D,
  map: TapeMap,
  fit: FitOutcome,
  unit: Unit,
  selected: string | null,
  findings: readonly Finding[],
): void {
  paintBends(ctx, map, fit);
  paintWheels(ctx, map, fit, unit, selected);
  paintScale(ctx, map, unit);
  paintCorners(ctx, map, fit);
  for (const s of findings.filter(({ kind }) => kind === 'too-close').flatMap(({ places }) => places)) {
    const x = tapeX(map, s);
    ctx.strokeStyle = THEME.warning;
    ctx.lineWidth = 2;
    ctx.beginPath();
    ctx.moveTo(x, LANES.bends.top);
    ctx.lineTo(x, LANES.bends.top + LANES.bends.height);
    ctx.moveTo(x - 4, LANES.bends.top + 1);
    ctx.lineTo(x + 4, LANES.bends.top + 1);
    ctx.stroke();
  }
  for (const obstacle of fit.obstacles.slice(0, MOST_MARKS)) {
    const x = tapeX(map, obstacle.s);
    ctx.fillStyle = THEME.warning;
    ctx.beginPath();
    ctx.moveTo(x, LANES.bends.top + LANES.bends.height);
    ctx.lineTo(x - 5, LANES.bends.top - 2);
    ctx.lineTo(x + 5, LANES.bends.top - 2);
    ctx.fill();
  }
}

/**
 * Bend lane: how tight the path is at each place, against the tightest bend these links always
 * pass (the dashed line, half a pitch). Drawn as the root of the bend, so that mild bends show too.
 */
function paintBends(ctx: CanvasRenderingContext2D, map: TapeMap, fit: FitOutcome): void {
  const { top, height } = LANES.bends;
  const { path } = fit.layout;
  ctx.fillStyle = '#efe8d9';
  ctx.fillRect(map.left, top, map.length * map.pixelsPerMm, height);
  const limit = fit.request.pieces === 'stiff' ? 2 / fit.request.pitch : 0;
  const full = limit > 0 ? limit * 1.2 : tightest(fit) * 1.2;
  if (!(full > 0)) return;
  const read = pathReader(path);
  const at = newReading();
  ctx.fillStyle = '#9db7bb';
  const w = Math.ceil(map.length * map.pixelsPerMm);
  for (let px = 0; px < w; px++) {
    read(Math.min((px + 0.5) / map.pixelsPerMm, path.length), at);
    const bend = Math.abs(at[4]);
    if (bend <= 0) continue;
    const h = Math.max(2, Math.sqrt(Math.min(1, bend / full)) * height);
    ctx.fillRect(map.left + px, top + height - h, 1, h);
  }
  if (limit > 0) {
    const y = Math.round(top + height - Math.sqrt(limit / full) * height) + 0.5;
    ctx.strokeStyle = THEME.warning;
    ctx.setLineDash([5, 4]);
    ctx.lineWidth = 1;
    ctx.beginPath();
    ctx.moveTo(map.left, y);
    ctx.lineTo(tapeX(map, map.length), y);
    ctx.stroke();
    ctx.setLineDash([]);
  }
}

/** Corners: open triangles at the foot of the bend lane. */
function paintCorners(ctx: CanvasRenderingContext2D, map: TapeMap, fit: FitOutcome): void {
  const foot = LANES.bends.top + LANES.bends.height;
  ctx.strokeStyle = THEME.ink;
  ctx.lineWidth = 1;
  for (const { s } of findCorners(fit.layout.path).slice(0, MOST_MARKS)) {
    const x = tapeX(map, s);
    ctx.beginPath();
    ctx.moveTo(x - 4, foot);
    ctx.lineTo(x, foot - 8);
    ctx.lineTo(x + 4, foot);
    ctx.closePath();
    ctx.stroke();
  }
}

function tightest(fit: FitOutcome): number {
  const { path } = fit.layout;
  const read = pathReader(path);
  const at = newReading();
  let most = 0;
  for (let k = 0; k < path.kinds.length; k++) {
    if (path.kinds[k] === SEGMENT.line) continue;
    read((path.starts[k] + path.starts[k + 1]) / 2, at);
    most = Math.max(most, Math.abs(at[4]));
  }
  return most;
}

function paintWheels(
  ctx: CanvasRenderingContext2D,
  map: TapeMap,
  fit: FitOutcome,
  unit: Unit,
  selected: string | null,
): void {
  const { top } = LANES.bends;
  ctx.font = `12px ${THEME.sans}`;
  ctx.textBaseline = 'alphabetic';
  for (let i = 0; i < fit.layout.wraps.length; i++) {
    const wrap = fit.layout.wraps[i];
    const wheel = fit.layout.wheels[i];
    const from = tapeX(map, wrap.from);
    const to = tapeX(map, wrap.to);
    const chosen = wrap.wheel === selected;
    ctx.strokeStyle = chosen ? THEME.accent : THEME.inkSoft;
    ctx.lineWidth = chosen ? 2.5 : 1;
    ctx.beginPath();
    ctx.moveTo(from, top - 3);
    ctx.lineTo(to, top - 3);
    ctx.stroke();
    const name = `${wheel.name ?? wheel.id} · r ${formatLength(wheel.radius, unit)}`;
    const room = to - from;
    const text =
      [name, wheel.name ?? wheel.id].find((words) => ctx.measureText(words).width <= room + 40) ?? '';
    ctx.fillStyle = chosen ? THEME.accent : THEME.inkSoft;
    ctx.textAlign = 'center';
    const middle = Math.max(
      map.left + ctx.measureText(text).width / 2,
      Math.min((from + to) / 2, tapeX(map, map.length) - ctx.measureText(text).width / 2),
    );
    if (text) ctx.fillText(text, middle, top - 8);
  }
}

function paintScale(ctx: CanvasRenderingContext2D, map: TapeMap, unit: Unit): void {
  const { top } = LANES.scale;
  const end = tapeX(map, map.length);
  const perUnit = { mm: 1, cm: 10, m: 1000, in: 25.4 }[unit];
  const step = roundStep(map.pixelsPerMm * perUnit, 64) * perUnit;
  ctx.strokeStyle = THEME.ink;
  ctx.lineWidth = 1;
  ctx.beginPath();
  ctx.moveTo(map.left, top + 0.5);
  ctx.lineTo(end, top + 0.5);
  const fine = step / 5;
  for (let k = 0; k * fine <= map.length; k++) {
    const x = Math.round(tapeX(map, k * fine)) + 0.5;
    ctx.moveTo(x, top);
    ctx.lineTo(x, top + (k % 5 === 0 ? 8 : 4));
  }
  ctx.stroke();
  ctx.fillStyle = THEME.inkSoft;
  ctx.font = `12px ${THEME.sans}`;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'top';
  for (let k = 0; tapeX(map, k * step) < end - 66; k++) {
    ctx.fillText(
      formatLengthNumber(k * step, unit).replace(/\.?0+$/, '') || '0',
      tapeX(map, k * step),
      top + 10,
    );
  }
  ctx.fillStyle = THEME.ink;
  ctx.fillText(formatLength(map.length, unit), end, top + 10);
}
