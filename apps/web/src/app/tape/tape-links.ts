import { familyOf, isBand } from '@coin-relay/model';
import { BY, isOnPath } from '@coin-relay/core';
import { colourOf, drawOrder, pieceFigure, placeOf, pieceNumberAt } from '@coin-relay/scene';
import type { RowPainter } from '@coin-relay/painting';
import { THEME } from '../shared/theme';
import type { LinkSprites } from './link-sprites';
import { PAD, tapeX, type Lane, type TapeMap } from './tape-painter';

/** Narrowest link that carries the number of its rule, px. */
const NUMBER_WIDTH = 11;

/** What one place looks like on the tape. */
interface TapeLook {
  readonly fill: string;
  readonly inset: number;
  /** Carries something out of the path. */
  readonly carried: string | null;
}

/** Narrowest link that is shown as it looks, px; narrower ones are bars. */
export const LEAST_SHOWN = 5;

/** How a row is shown on the tape. */
export interface TapeRow {
  readonly painter: RowPainter;
  readonly lane: Lane;
  /** Its pieces as they look; null where they are too small to be seen. */
  readonly sprites: LinkSprites | null;
  readonly selected: ReadonlySet<number>;
}

/**
 * The links as they sit now: as they look and as long as they are, those that lie over others
 * over them; under each what put it there: a rule by its number, a hand by a lozenge. Places left
 * out are dashed frames. Links too small to be seen are bars in the colour of what they are made of.
 */
export function paintTapeLinks(ctx: CanvasRenderingContext2D, map: TapeMap, row: TapeRow): void {
  const { painter, lane, sprites, selected } = row;
  const { top, height } = lane;
  const { length, closed } = painter.fit.layout.path;
  // Of links that are narrower than a pixel one for each is enough; chosen ones are all shown.
  const dense = painter.scene.span * map.pixelsPerMm < 1;
  let column = -1;
  ctx.save();
  ctx.beginPath();
  ctx.rect(
    map.left - (closed ? 0 : PAD),
    top - 4,
    length * map.pixelsPerMm + (closed ? 0 : 2 * PAD),
    height + 12,
  );
  ctx.clip();
  if (sprites) paintSprites(ctx, map, row, sprites);
  const looks = tapeLooks(painter);
  for (let k = 0; k < painter.frame.links; k++) {
    if (!isOnPath(painter.fit.row, painter.frame, k)) continue;
    eachTime(row, k, (from, to) => {
      if (dense) {
        const at = Math.floor(tapeX(map, from));
        if (at === column && !selected.has(placeOf(painter.scene, k))) return;
        column = at;
        to = Math.max(to, from + 1 / map.pixelsPerMm);
      }
      const x = tapeX(map, from);
      const w = Math.max(0.6, (to - from) * map.pixelsPerMm);
      const number = pieceNumberAt(painter.scene, k);
      if (!sprites || number < 0) paintBar(ctx, row, looks[number], k, x, w);
      paintMarks(ctx, row, k, x, w);
    });
  }
  ctx.restore();
}

/** Where link k lies along the tape, mm; one across the closing place lies at both ends. */
function eachTime({ painter }: TapeRow, k: number, use: (from: number, to: number) => void): void {
  const { arc, step } = painter.frame;
  const { length, closed } = painter.fit.layout.path;
  const lap = closed ? Math.floor(arc[k * step] / length) * length : 0;
  const [from, to] = [arc[k * step] - lap, arc[k * step + 1] - lap];
  use(from, to);
  if (closed && to > length) use(from - length, to - length);
}

function paintSprites(ctx: CanvasRenderingContext2D, map: TapeMap, row: TapeRow, sprites: LinkSprites): void {
  const { painter, lane } = row;
  const { scene } = painter;
  const { table } = scene.setOut;
  const middle = lane.top + lane.height / 2 + sprites.line;
  for (const { k, what } of drawOrder(scene)) {
    if (what !== 'all' && what !== 'over') continue;
    const number = pieceNumberAt(scene, k);
    const { mode, span, setting } = scene.pieces[number];
    const sprite = sprites.at(k, number, what === 'over');
    if (!sprite) continue;
    const i = placeOf(scene, k);
    const [along, out, turn, size, thick] =
      i < 0
        ? [0, 0, 0, 1, 1]
        : [table.along[i], table.out[i], table.turn[i], table.size[i], table.thickness[i]];
    eachTime(row, k, (from, to) => {
      // What hangs between pins is as long as its place; what is carried stands on the middle of it.
      const longer = mode === 'on-middle' ? 1 : (to - from) / span;
      const at = mode === 'on-pin' ? from : (from + to) / 2;
      ctx.save();
      ctx.translate(tapeX(map, at + setting.along + along), middle + (setting.out + out) * sprites.across);
      if (turn !== 0) ctx.rotate(-turn);
      ctx.scale(size * longer, size * thick);
      ctx.drawImage(sprite.picture, sprite.x, sprite.y, sprite.width, sprite.height);
      ctx.restore();
    });
  }
}

function tapeLooks({ scene }: RowPainter): TapeLook[] {
  const { materials } = scene.setOut;
  return scene.pieces.map(({ piece, span, layer }) => {
    const main = piece.finish?.material ?? pieceFigure(piece, span).main ?? 'steel';
    const { carries } = familyOf(piece);
    const inset = isBand(piece) ? 5 : layer === 1 ? 1 : 3;
    // Grey steel is set off against the tape's ground.
    const fill = main === 'steel' ? '#8f979b' : colourOf(materials, main);
    return { fill, inset, carried: carries?.(piece) ? colourOf(materials, 'leather') : null };
  });
}

/** A link too small to be seen, or the frame of a place that is left out. */
function paintBar(
  ctx: CanvasRenderingContext2D,
  { painter, lane }: TapeRow,
  look: TapeLook | undefined,
  k: number,
  x: number,
  w: number,
): void {
  const { top, height } = lane;
  const { table, materials } = painter.scene.setOut;
  const gap = w > 4 ? 1 : 0;
  const inset = look ? look.inset : 5;
  ctx.beginPath();
  ctx.roundRect(x + gap / 2, top + inset, Math.max(0.5, w - gap), height - 2 * inset, Math.min(w / 2, 5));
  if (look) {
    const i = placeOf(painter.scene, k);
    const finish = i >= 0 ? table.finish[i] : -1;
    ctx.fillStyle = finish >= 0 ? materials[finish].colour : look.fill;
    ctx.fill();
    if (look.carried) {
      ctx.fillStyle = look.carried;
      ctx.fillRect(x + w * 0.3, top + height - 3, w * 0.4, 6);
    }
    return;
  }
  ctx.strokeStyle = THEME.inkSoft;
  ctx.lineWidth = 1;
  ctx.setLineDash([2, 2]);
  ctx.stroke();
  ctx.setLineDash([]);
}

/** A frame round what is chosen, and under it what put it there. */
function paintMarks(
  ctx: CanvasRenderingContext2D,
  { painter, lane, selected }: TapeRow,
  k: number,
  x: number,
  w: number,
): void {
  const i = placeOf(painter.scene, k);
  if (i < 0) return;
  const { top, height } = lane;
  if (selected.has(i)) {
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 2;
    ctx.strokeRect(x + 0.5, top - 1, Math.max(1, w - 1), height + 2);
  }
  paintBy(ctx, x + w / 2, top + height + 3, w, painter.scene.setOut.table.by[i]);
}

/** What put a piece to its place. */
function paintBy(ctx: CanvasRenderingContext2D, x: number, y: number, w: number, by: number): void {
  if (by === BY.sequence) return;
  if (by >= 0 && w >= NUMBER_WIDTH) {
    ctx.font = `10px ${THEME.sans}`;
    ctx.textAlign = 'center';
    ctx.textBaseline = 'middle';
    ctx.fillStyle = THEME.ink;
    ctx.fillText(String(by + 1), x, y + 1);
    return;
  }
  const r = Math.min(3, Math.max(1.5, w / 3));
  ctx.fillStyle = THEME.accent;
  ctx.beginPath();
  if (by >= 0) ctx.rect(x - r, y - r / 2, 2 * r, r);
  else {
    ctx.moveTo(x, y - r);
    ctx.lineTo(x + r, y);
    ctx.lineTo(x, y + r);
    ctx.lineTo(x - r, y);
  }
  ctx.closePath();
  ctx.fill();
}
