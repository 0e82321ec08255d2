import { INK, pieceNumberAt, placeOf, type RowScene, type ScenePiece } from '@coin-relay/scene';
import type { Brush } from './brush';
import type { PieceLook, PieceLooks } from './piece-looks';
import type { Bounds } from './view-port';

/**
 * Links that are painted as they are, in all of a picture; of more the eye reads no outlines, and
 * each is painted as a short bar of its size and colour.
 */
export const MOST_DETAILED = 700;
/** Links in sight up to which their bars may have edges. */
export const MOST_EDGED = 5_000;
/** Bars shorter than this on the screen, px, are painted some at once. */
const LEAST_BAR = 1.5;
/** Bars of at least this length, px, have an edge. */
const EDGED = 5;
/** The part of a bar's length that is left free at each end, where there is room to see it. */
const GAP = 0.06;

/** A line thinner than a pixel is painted much faster than a wider one. */
export const HAIR = 0.99;

/** Bars that are painted as one outline. */
const AT_ONCE = 200;

/** Ends of bars of one colour and width: x0, y0, x1, y1 in turn, mm. */
interface Bars {
  readonly colour: string;
  readonly width: number;
  readonly ends: number[];
}

/** What of a row is in sight: how many links, and the box that their pins stand in, mm. */
export interface InSight {
  readonly links: number;
  readonly box: Bounds;
}

/** What of a row stands in a box, mm; all of it where there is none. */
export function inSight({ frame }: RowScene, box: Bounds | null, reach: number): InSight {
  const { pins } = frame;
  let links = 0;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let k = 0; k < frame.links; k++) {
    const x = pins[2 * k];
    const y = pins[2 * k + 1];
    if (box && !isIn(x, y, box, reach)) continue;
    links++;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  }
  return { links, box: [x0, y0, x1, y1] };
}

export const isIn = (x: number, y: number, [x0, y0, x1, y1]: Bounds, reach: number): boolean =>
  x >= x0 - reach && x <= x1 + reach && y >= y0 - reach && y <= y1 + reach;

/** Bars that are painted in one cell of the ground; those that lie under them do not show. */
const MOST_IN_CELL = 2;
/** Cells to the length of a link, and along a side of what is in sight at the most. */
const CELLS_TO_LINK = 4;
const MOST_CELLS = 512;

/** Counts of all cells, one memory for all rows: a count below `base` is left from another row, and means none. */
const counts = new Uint32Array((MOST_CELLS + 1) ** 2);
let base = 0;

/** Which links are painted, from the last one on, which lies uppermost: those of a row that lies over itself only where they show. */
class Uppermost {
  private readonly size: number;
  private readonly columns: number;

  constructor(
    span: number,
    private readonly box: Bounds,
  ) {
    const [x0, y0, x1, y1] = box;
    this.size = Math.max(span / CELLS_TO_LINK, (x1 - x0) / MOST_CELLS, (y1 - y0) / MOST_CELLS);
    this.columns = Math.floor((x1 - x0) / this.size) + 1;
    base += MOST_IN_CELL;
    if (base + MOST_IN_CELL >= 2 ** 32) {
      counts.fill(0);
      base = MOST_IN_CELL;
    }
  }

  shows(x: number, y: number): boolean {
    const [x0, y0] = this.box;
    const at = Math.floor((y - y0) / this.size) * this.columns + Math.floor((x - x0) / this.size);
    const count = Math.max(counts[at], base);
    if (count >= base + MOST_IN_CELL) return false;
    counts[at] = count + 1;
    return true;
  }
}

/** Paints a row as bars from pin to pin: what of it is in a box, where there is one. */
export function paintCoarse(
  ctx: Brush,
  scene: RowScene,
  looks: PieceLooks,
  offsets: readonly number[],
  { box, edged }: { readonly box: Bounds | null; readonly edged: boolean },
  sight: InSight,
  reach: number,
  pixel: number,
): void {
  if (sight.links === 0) return;
  const length = scene.span / pixel;
  const stride = Math.max(1, Math.ceil(LEAST_BAR / length));
  const bars = new Map<string, Bars>();
  for (const row of offsets) {
    const uppermost = new Uppermost(scene.span * stride, sight.box);
    gather(scene, looks, row, stride, stride > 1 ? 0 : GAP, box, uppermost, reach, bars);
  }
  ctx.lineCap = 'butt';
  for (const bar of bars.values()) {
    if (edged && length >= EDGED && stride === 1) stroke(ctx, bar.ends, INK, bar.width + 2 * pixel);
    stroke(ctx, bar.ends, bar.colour, bar.width > pixel ? bar.width : HAIR * pixel);
  }
}

function gather(
  scene: RowScene,
  looks: PieceLooks,
  row: number,
  stride: number,
  gap: number,
  box: Bounds | null,
  uppermost: Uppermost,
  reach: number,
  bars: Map<string, Bars>,
): void {
  const { frame, side, pieces } = scene;
  const { table } = scene.setOut;
  const { pins, links } = frame;
  // Neighbours mostly look alike: theirs is looked up once.
  let last: PieceLook | null = null;
  let lastNumber = -1;
  let into: number[] | null = null;
  for (let k = links - 1 - ((links - 1) % stride); k >= 0; k -= stride) {
    const x0 = pins[2 * k];
    const y0 = pins[2 * k + 1];
    if ((box && !isIn(x0, y0, box, reach)) || !uppermost.shows(x0, y0)) continue;
    const number = pieceNumberAt(scene, k);
    if (number < 0) continue;
    const piece = pieces[number];
    const to = Math.min(k + stride, links);
    const x1 = pins[2 * to];
    const y1 = pins[2 * to + 1];
    const size = Math.hypot(x1 - x0, y1 - y0);
    if (!(size > 0)) continue;
    const [ux, uy] = [(x1 - x0) / size, (y1 - y0) / size];
    const i = placeOf(scene, k);
    const middle = (piece.box[1] + piece.box[3]) / 2 - piece.setting.line;
    const off = row - side * (piece.setting.out + (i >= 0 ? table.out[i] : 0)) + side * middle;
    // No longer than the piece, nor than from pin to pin.
    const from = stride > 1 ? 0 : Math.max(gap * size, piece.box[0]);
    const end = stride > 1 ? size : Math.min((1 - gap) * size, piece.box[2]);
    const look = looks.at(k, number);
    if (look !== last || number !== lastNumber) {
      [last, lastNumber] = [look, number];
      into = barsOf(look, piece, bars);
    }
    into?.push(
      x0 + ux * from - off * uy,
      y0 + uy * from + off * ux,
      x0 + ux * end - off * uy,
      y0 + uy * end + off * ux,
    );
  }
}

function barsOf(look: PieceLook, piece: ScenePiece, bars: Map<string, Bars>): number[] {
  const colour = look.main?.fill ?? look.front.find(({ fill }) => fill !== null)?.fill ?? INK;
  const width = piece.box[3] - piece.box[1];
  const key = `${colour} ${width}`;
  let found = bars.get(key);
  if (!found) bars.set(key, (found = { colour, width, ends: [] }));
  return found.ends;
}

function stroke(ctx: Brush, ends: readonly number[], colour: string, width: number): void {
  ctx.strokeStyle = colour;
  ctx.lineWidth = width;
  // Some at a time: what fills one outline takes longer the more there is of it on a line of pixels.
  for (let from = 0; from < ends.length; from += 4 * AT_ONCE) {
    ctx.beginPath();
    for (let i = from; i < Math.min(ends.length, from + 4 * AT_ONCE); i += 4) {
      ctx.moveTo(ends[i], ends[i + 1]);
      ctx.lineTo(ends[i + 2], ends[i + 3]);
    }
    ctx.stroke();
  }
}
