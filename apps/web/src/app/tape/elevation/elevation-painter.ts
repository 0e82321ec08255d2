import { newReading, pathReader, type MeasuredPath } from '@coin-relay/core';
import { formatLengthNumber, type Unit } from '@coin-relay/model';
import { roundStep } from '@coin-relay/painting';
import { THEME } from '../../shared/theme';
import { tapeX, type TapeMap } from '../tape-painter';
import type { Knot } from './knots';

/** Room over and under the heights, px. */
const PAD = 14;
/** How high the lane is where heights are drawn taller than they are, px, and where they are not, at the most. */
export const USUAL_HEIGHT = 78;
const MOST_HEIGHT = 190;
/** A knot is picked from so far, px. */
export const KNOT_REACH = 9;
const KNOT = 4;

/** The vertical map of an elevation. */
export interface HeightMap {
  /** Of the whole lane, px. */
  readonly height: number;
  /** z at its middle, mm. */
  readonly middle: number;
  readonly pixelsPerMm: number;
}

/**
 * @param low the lowest and
 * @param high the highest place, mm
 * @param along the scale along the tape, px for each mm
 * @param exact as high as it is long, where there is room for it
 */
export function heightMap(low: number, high: number, along: number, exact: boolean): HeightMap {
  const range = Math.max(high - low, 1e-6);
  const middle = (low + high) / 2;
  const wanted = range * along + 2 * PAD;
  if (exact) {
    const height = Math.max(48, Math.min(MOST_HEIGHT, wanted));
    return { height, middle, pixelsPerMm: Math.min(along, (height - 2 * PAD) / range) };
  }
  // What is level is drawn level, not as its rounding.
  return {
    height: USUAL_HEIGHT,
    middle,
    pixelsPerMm: Math.min((USUAL_HEIGHT - 2 * PAD) / range, along * 1000),
  };
}

export const heightY = ({ height, middle, pixelsPerMm }: HeightMap, z: number): number =>
  height / 2 - (z - middle) * pixelsPerMm;
export const heightOf = ({ height, middle, pixelsPerMm }: HeightMap, y: number): number =>
  middle + (height / 2 - y) / pixelsPerMm;

/** What an elevation shows. */
export interface Elevation {
  readonly path: MeasuredPath;
  readonly knots: readonly Knot[];
  readonly held: number | null;
  /** Where it is steepest, mm along it. */
  readonly steepest: number | null;
  readonly unit: Unit;
}

/** Paints a path from its side: its heights over its length. */
export function paintElevation(
  ctx: CanvasRenderingContext2D,
  along: TapeMap,
  up: HeightMap,
  { path, knots, held, steepest, unit }: Elevation,
): void {
  const right = tapeX(along, path.length);
  paintLines(ctx, along.left, right, up, unit);
  const read = pathReader(path);
  const at = newReading();
  ctx.beginPath();
  const steps = Math.max(2, Math.ceil(right - along.left));
  for (let i = 0; i <= steps; i++) {
    // A closed path is read up to its end, not at it: there it begins again.
    const s = Math.min((i / steps) * path.length, path.length * (1 - 1e-12));
    read(s, at);
    if (i === 0) ctx.moveTo(tapeX(along, s), heightY(up, at[5]));
    else ctx.lineTo(tapeX(along, s), heightY(up, at[5]));
  }
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1.6;
  ctx.stroke();
  if (steepest !== null) {
    read(steepest, at);
    const [x, y] = [tapeX(along, steepest), heightY(up, at[5])];
    ctx.strokeStyle = THEME.warning;
    ctx.lineWidth = 1.4;
    ctx.beginPath();
    ctx.moveTo(x, y - 9);
    ctx.lineTo(x, y + 9);
    ctx.stroke();
  }
  for (const { index, s, z } of knots) {
    ctx.beginPath();
    ctx.arc(tapeX(along, s), heightY(up, z), index === held ? KNOT + 1.5 : KNOT, 0, 2 * Math.PI);
    ctx.fillStyle = index === held ? THEME.accent : THEME.paper;
    ctx.fill();
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 1.4;
    ctx.stroke();
  }
}

/** Level lines at round heights, named at the left. */
function paintLines(
  ctx: CanvasRenderingContext2D,
  left: number,
  right: number,
  up: HeightMap,
  unit: Unit,
): void {
  const step = roundStep(up.pixelsPerMm, 20);
  const low = heightOf(up, up.height - 6);
  const high = heightOf(up, 6);
  ctx.font = `11px ${THEME.sans}`;
  ctx.textAlign = 'right';
  ctx.textBaseline = 'middle';
  ctx.fillStyle = THEME.inkSoft;
  ctx.strokeStyle = THEME.rule;
  ctx.lineWidth = 1;
  for (let k = Math.ceil(low / step); k * step <= high && k < Math.ceil(low / step) + 12; k++) {
    const y = Math.round(heightY(up, k * step)) + 0.5;
    ctx.beginPath();
    ctx.moveTo(left, y);
    ctx.lineTo(right, y);
    ctx.stroke();
    ctx.fillText(formatLengthNumber(k * step, unit).replace(/\.?0+$/, ''), left - 8, y);
  }
}
