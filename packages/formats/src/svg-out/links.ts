import { IDENTITY, newReading, pathReader } from '@coin-relay/core';
import { short, type FigurePart } from '@coin-relay/model';
import {
  areKept,
  bendingPart,
  bentPoints,
  cropped,
  croppedLines,
  drawOrder,
  edgeBar,
  isKeptWhole,
  isOnEdge,
  pieceNumberAt,
  placeMatrix,
  rowCopies,
  sideOfBoundary,
  elongationAt,
  type DrawTurn,
  type RowScene,
  type ScenePiece,
  hullOf,
  elongationMatrix,
} from '@coin-relay/scene';
import { matrixText, partMarkup } from './markup';
import { linkMotion, type MovingRow } from './motion';
import type { Looks } from './symbols';

export type LinkLayer = 'behind' | 'piece';

/** All links of a row as elements, in the order they lie on one another. */
export function linkElements(
  scene: RowScene,
  looks: Looks,
  moving: MovingRow | null,
  layer: LinkLayer,
): string[] {
  const lines: string[] = [];
  for (const row of rowCopies(scene.setOut.setOut.rows)) {
    for (const turn of drawOrder(scene)) lines.push(...linkElement(scene, looks, moving, layer, turn, row));
  }
  return lines;
}

const m = new Float64Array(6);
const onEdge = new Float64Array(6);

function linkElement(
  scene: RowScene,
  looks: Looks,
  moving: MovingRow | null,
  layer: LinkLayer,
  turn: DrawTurn,
  row: number,
): string[] {
  const { k, what } = turn;
  const piece = scene.pieces[pieceNumberAt(scene, k)];
  const look = looks.at(k, piece);
  const { boundary } = scene.setOut;
  if (layer === 'behind' && what !== 'all') return [];
  const parts = look.figure.parts.filter((part) => (layer === 'behind') === (part.behind === true));
  if (parts.length === 0) return [];
  if (piece.mode === 'bent' && !moving) return bentElements(scene, looks, k, piece, parts, row, what);
  placeMatrix(scene, k, piece, row, m);
  if (boundary?.how === 'whole' && !isKeptWhole(boundary, hullOf(look.figure), m)) return [];
  const cut = boundary?.how === 'cut' && !moving ? boundary : null;
  const elongation = elongationAt(scene, k, piece);
  if (elongation !== 1) {
    return parts.flatMap((part) => {
      const own = elongationMatrix(scene, piece, part, look.figure, elongation, m);
      const d = cut ? cropped(part.d, own, cut) : part.d;
      return d === '' ? [] : [`<g transform="${matrixText(own)}">${partMarkup(part, d, looks.colour)}</g>`];
    });
  }
  const side = cut ? sideOfBoundary(cut, hullOf(look.figure), m) : 'kept';
  if (side === 'gone') return [];
  const edge = what === 'all' && !moving && isOnEdge(scene, piece, onEdge) ? edgeMarkup(k, piece, looks) : [];
  const hasOver = look.figure.parts.some((part) => part.over);
  const symbol = layer === 'behind' ? 'behind' : what === 'over' && hasOver ? 'over' : 'piece';
  const half = what === 'all' || symbol === 'over' ? null : what;
  if (cut && side === 'near') {
    const at = `${k}-${row}`;
    const shape = (d: string): string => (d === '' ? '' : cropped(d, m, cut));
    const lines = (d: string): string => (d === '' ? '' : croppedLines(d, m, cut));
    const inner = half
      ? looks.halfMarkup(look, half, at, shape, lines)
      : looks.croppedMarkup(look, symbol, at, shape);
    return inner === '' ? [] : [`<g transform="${matrixText(m)}">${inner}</g>`];
  }
  const name = half ? looks.half(look, half) : `${symbol}-${look.id}`;
  if (name === '') return [];
  const use = `<use href="#${name}"`;
  if (moving) return [linkMotion(scene, k, piece, row, moving, use)];
  return [...edge, `${use} transform="${matrixText(m)}"/>`];
}

/** What is seen of a piece that stands on its edge. */
function edgeMarkup(k: number, piece: ScenePiece, looks: Looks): string[] {
  const { figure } = looks.at(k, piece);
  const d = edgeBar(piece);
  const part = { d, fill: piece.piece.finish?.material ?? figure.main ?? null, line: true };
  return [`<g transform="${matrixText(onEdge)}">${partMarkup(part, d, looks.colour)}</g>`];
}

/** Bending pieces are written as they are bent, on the exact path. */
function bentElements(
  scene: RowScene,
  looks: Looks,
  k: number,
  piece: ScenePiece,
  parts: readonly FigurePart[],
  row: number,
  what: DrawTurn['what'],
): string[] {
  if (what !== 'all') return [];
  const read = pathReader(scene.fit.layout.path);
  const at = newReading();
  const { boundary } = scene.setOut;
  const lines: string[] = [];
  for (const part of parts) {
    const outline = bendingPart(part.d, piece.span);
    const points = new Float64Array(outline.points.length);
    bentPoints(scene, k, piece, outline, row, points, (s, out) => {
      read(s, at);
      out.set(at.subarray(0, 4));
    });
    if (boundary?.how === 'whole' && !areKept(boundary, points)) return [];
    let d = '';
    for (let r = 0; r + 1 < outline.rings.length; r++) {
      for (let p = outline.rings[r]; p < outline.rings[r + 1]; p++)
        d += `${p === outline.rings[r] ? 'M' : 'L'}${short(points[2 * p])} ${short(points[2 * p + 1])}`;
      d += 'Z';
    }
    if (boundary?.how === 'cut') d = cropped(d, IDENTITY, boundary);
    if (d !== '') lines.push(partMarkup(part, d, looks.colour));
  }
  return lines;
}
