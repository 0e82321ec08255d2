import type { FitOutcome } from '@coin-relay/core';
import { formatLength, type Unit } from '@coin-relay/model';
import type { Finding } from '@coin-relay/scene';
import { metPlaces } from '../picking/met-places';
import { THEME } from '../shared/theme';
import { LANES, tapeX, type TapeMap } from './tape-painter';

/** Lines of the hatching this far apart, px. */
const HATCH = 6;

/** A part of the tape, mm. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** The parts of the path that the row is not to lie on, within the tape. */
export function unusedSpans({ window, layout }: Pick<FitOutcome, 'window' | 'layout'>): Span[] {
  const { length, closed } = layout.path;
  const { from, to, ring } = window;
  const kept = (spans: Span[]): Span[] => spans.filter((span) => span.to - span.from > 1e-9 * length);
  if (ring) return [];
  if (!closed || to <= length)
    return kept([
      { from: 0, to: from },
      { from: Math.min(to, length), to: length },
    ]);
  // It runs past the start: what is free lies between its end and its beginning.
  return kept([{ from: to - length, to: from }]);
}

/** How far a place is past the end of the part the row is on, where it closes or ends, mm; the short way round a loop. */
export function pastEnd({ window, layout }: Pick<FitOutcome, 'window' | 'layout'>, s: number): number {
  const { length, closed } = layout.path;
  const past = s - window.to;
  return closed ? past - Math.round(past / length) * length : past;
}

/** Where the row closes or ends, as a place of its path, mm. */
export function closingAt({ window, layout }: Pick<FitOutcome, 'window' | 'layout'>): number {
  const { length, closed } = layout.path;
  return closed ? window.to % length : Math.min(window.to, length);
}

/** Hatches what the row is not to lie on, and marks the places that are met. */
export function paintLay(ctx: CanvasRenderingContext2D, map: TapeMap, fit: FitOutcome): void {
  const { top, height } = LANES.links;
  ctx.strokeStyle = THEME.inkSoft;
  ctx.lineWidth = 1;
  for (const { from, to } of unusedSpans(fit)) {
    const [x0, x1] = [tapeX(map, from), tapeX(map, to)];
    ctx.save();
    ctx.beginPath();
    ctx.rect(x0, top + 3, x1 - x0, height - 6);
    ctx.clip();
    ctx.beginPath();
    for (let x = x0 - height; x < x1; x += HATCH) {
      ctx.moveTo(x, top + height);
      ctx.lineTo(x + height, top);
    }
    ctx.stroke();
    ctx.restore();
  }
  ctx.fillStyle = THEME.accent;
  for (const s of metPlaces(fit)) {
    const x = Math.round(tapeX(map, s));
    ctx.fillRect(x - 1, LANES.bends.top, 2, LANES.scale.top - LANES.bends.top);
  }
}

/** Neighbours that are in each other's way: the checks say one of these of a row, never both. */
const CUTS: readonly Finding['kind'][] = ['neighbours-cut', 'carried-overlap'];

/** Marks where neighbours cut into each other, and how deep the worst do, as the checks have it. */
export function paintCuts(
  ctx: CanvasRenderingContext2D,
  map: TapeMap,
  findings: readonly Finding[],
  unit: Unit,
): void {
  const cuts = findings.find(({ kind }) => CUTS.includes(kind));
  if (!cuts || cuts.at === null || cuts.size === null) return;
  const { top, height } = LANES.links;
  ctx.fillStyle = THEME.warning;
  for (const s of cuts.places.length > 0 ? cuts.places : [cuts.at]) {
    const x = tapeX(map, s);
    ctx.beginPath();
    ctx.moveTo(x, top + height - 6);
    ctx.lineTo(x - 4, top + height + 3);
    ctx.lineTo(x + 4, top + height + 3);
    ctx.fill();
  }
  ctx.font = `12px ${THEME.sans}`;
  ctx.textAlign = 'left';
  ctx.textBaseline = 'alphabetic';
  const words = `${formatLength(cuts.size, unit)} deep`;
  const wide = ctx.measureText(words).width + 6;
  // Beside the place, which the mark of a place that was gone to covers.
  const after = tapeX(map, cuts.at) + 8;
  const x = after + wide <= tapeX(map, map.length) ? after : tapeX(map, cuts.at) - 8 - wide;
  const foot = LANES.bends.top + LANES.bends.height - 4;
  ctx.fillStyle = THEME.paperLight;
  ctx.fillRect(x, foot - 13, wide, 17);
  ctx.fillStyle = THEME.warning;
  ctx.fillText(words, x + 3, foot);
}
