import { familyOf, isBand } from '@coin-relay/model';
import { BY, isOnPath } from '@coin-relay/core';
import { colourOf, drawOrder, pieceFigure, placeOf, pieceNumberAt, wireShapes } from '@coin-relay/scene';
import { paintStraight } from '../drawing/paint-straight';
import type { RowPainter } from '../drawing/row-painter';
import { THEME } from '../shared/theme';
import { pastEnd } from './tape-lay';
import { LANES, PAD, tapeX, type TapeMap } from './tape-painter';

/** Narrowest link that carries the number of its rule, px. */
const NUMBER_WIDTH = 11;

/** What one place looks like on the tape. */
interface TapeLook {
  readonly fill: string;
  readonly inset: number;
  /** Carries something out of the path. */
  readonly carried: string | null;
}

/**
 * The links as they sit now, in the colour of what they are made of; under each what put it
 * there: a rule by its number, a hand by a lozenge. Places left out are dashed frames.
 */
export function paintTapeLinks(
  ctx: CanvasRenderingContext2D,
  map: TapeMap,
  painter: RowPainter,
  selected: ReadonlySet<number>,
): void {
  const { top, height } = LANES.links;
  const { arc, links, step } = painter.frame;
  const { length, closed } = painter.fit.layout.path;
  const looks = tapeLooks(painter);
  // Of links that are narrower than a pixel one for each is enough; chosen ones are all shown.
  const dense = painter.scene.span * map.pixelsPerMm < 1;
  let column = -1;
  ctx.save();
  ctx.beginPath();
  ctx.rect(
    map.left - (closed ? 0 : PAD),
    top - 4,
    length * map.pixelsPerMm + (closed ? 0 : 2 * PAD),
    height + 10,
  );
  ctx.clip();
  for (let k = 0; k < links; k++) {
    if (!isOnPath(painter.fit.row, painter.frame, k)) continue;
    let from = arc[k * step];
    let to = arc[k * step + 1];
    if (closed) {
      const lap = Math.floor(from / length) * length;
      from -= lap;
      to -= lap;
    }
    if (dense) {
      const at = Math.floor(tapeX(map, from));
      if (at === column && !selected.has(placeOf(painter.scene, k))) continue;
      column = at;
      to = Math.max(to, from + 1 / map.pixelsPerMm);
    }
    paintPlace(ctx, map, painter, looks, k, from, to, selected);
    // A link across the closing place shows at both ends.
    if (closed && to > length) paintPlace(ctx, map, painter, looks, k, from - length, to - length, selected);
  }
  ctx.restore();
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

function paintPlace(
  ctx: CanvasRenderingContext2D,
  map: TapeMap,
  painter: RowPainter,
  looks: readonly TapeLook[],
  k: number,
  from: number,
  to: number,
  selected: ReadonlySet<number>,
): void {
  const { top, height } = LANES.links;
  const { table, materials } = painter.scene.setOut;
  const x = tapeX(map, from);
  const w = Math.max(0.6, (to - from) * map.pixelsPerMm);
  const gap = w > 4 ? 1 : 0;
  const number = pieceNumberAt(painter.scene, k);
  const i = placeOf(painter.scene, k);
  const look = looks[number];
  const inset = look ? look.inset : 5;
  ctx.beginPath();
  ctx.roundRect(x + gap / 2, top + inset, Math.max(0.5, w - gap), height - 2 * inset, Math.min(w / 2, 5));
  if (look) {
    const finish = i >= 0 ? table.finish[i] : -1;
    ctx.fillStyle = finish >= 0 ? materials[finish].colour : look.fill;
    ctx.fill();
    if (look.carried) {
      ctx.fillStyle = look.carried;
      ctx.fillRect(x + w * 0.3, top + height - 3, w * 0.4, 6);
    }
  } else {
    ctx.strokeStyle = THEME.inkSoft;
    ctx.lineWidth = 1;
    ctx.setLineDash([2, 2]);
    ctx.stroke();
    ctx.setLineDash([]);
  }
  if (i < 0) return;
  if (selected.has(i)) {
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 2;
    ctx.strokeRect(x + 0.5, top - 1, Math.max(1, w - 1), height + 2);
  }
  paintBy(ctx, x + w / 2, w, table.by[i]);
}

/** What put a piece to its place. */
function paintBy(ctx: CanvasRenderingContext2D, x: number, w: number, by: number): void {
  if (by === BY.sequence) return;
  const y = LANES.links.top + LANES.links.height + 2;
  ctx.fillStyle = THEME.accent;
  if (by >= 0 && w >= NUMBER_WIDTH) {
    ctx.font = `10px ${THEME.sans}`;
    ctx.textAlign = 'center';
    ctx.textBaseline = 'middle';
    ctx.fillStyle = THEME.ink;
    ctx.fillText(String(by + 1), x, LANES.links.top + LANES.links.height / 2);
    return;
  }
  const r = Math.min(3, Math.max(1.5, w / 3));
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

/**
 * The closing place, enlarged: the end of the loop from the left, its start from the right, drawn
 * with the real outlines laid straight.
 */
export function paintLens(ctx: CanvasRenderingContext2D, size: number, painter: RowPainter): void {
  const { scene } = painter;
  const { span } = scene;
  const scale = size / (span * 3.1);
  const middle = size / 2;
  const { arc, step } = painter.frame;
  const { table, materials } = scene.setOut;
  ctx.save();
  ctx.beginPath();
  ctx.arc(middle, middle, middle - 2, 0, 2 * Math.PI);
  ctx.fillStyle = THEME.paperLight;
  ctx.fill();
  ctx.clip();
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1;
  ctx.beginPath();
  ctx.moveTo(middle, 4);
  ctx.lineTo(middle, size - 4);
  ctx.stroke();
  const isNear = (k: number): boolean => Math.abs(pastEnd(painter.fit, arc[k * step])) <= span * 4;
  for (const { k, what } of drawOrder(scene, isNear)) {
    if (what !== 'all' && what !== 'over') continue;
    const { piece, mode: seat, span: size } = scene.pieces[pieceNumberAt(scene, k)];
    const s = pastEnd(painter.fit, arc[k * step]);
    const i = placeOf(scene, k);
    const across = arc[k * step + 1] - arc[k * step];
    ctx.save();
    // Carried pieces keep their own size and stand in the middle of their place.
    const own = seat === 'on-middle' ? size : across;
    ctx.translate(middle + (s + (across - own) / 2) * scale, middle);
    ctx.scale(scale, -scale);
    paintStraight(ctx, piece, own, 1 / scale, {
      materials,
      finish: i >= 0 ? table.finish[i] : -1,
      wire: i >= 0 && wireShapes(piece) > 1 ? table.wire[i] : 0,
      over: what === 'over',
    });
    ctx.restore();
  }
  ctx.restore();
  ctx.strokeStyle = THEME.brass;
  ctx.lineWidth = 3;
  ctx.beginPath();
  ctx.arc(middle, middle, middle - 2, 0, 2 * Math.PI);
  ctx.stroke();
}
