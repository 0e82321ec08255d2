import type { JobPiece, StandInSpace } from '@coin-relay/model';
import { fineOutline, parsePathData, readSampledPath, type FineOutline } from '@coin-relay/core';
import { pieceFigure } from '../figures/piece-figure';
import { bendStep } from './bend-step';
import { bentInSpace } from './bent-in-space';
import { hullOf } from './box';
import { areKept } from './keep';
import { readShapedAt } from './riding';
import { placeOf, swollenAt, type RowScene, type ScenePiece } from './scene';

/** How far a bent outline may stray where it is drawn, of the pitch of its piece, and at the most, mm. */
const STRAY = 5e-4;
const MOST_STRAY = 0.05;

/** A figure's part in chords so short that no corner shows when it is bent. */
export function bendingPart(d: string, scene: RowScene, piece: ScenePiece): FineOutline {
  const tolerance = Math.min(piece.span * STRAY, MOST_STRAY);
  return fineOutline(parsePathData(d), bendStep(scene, piece, tolerance) / 2, tolerance);
}

const at = new Float64Array(4);
const shaped = new Float64Array(3);

/**
 * Writes the points of a bending piece's part at link k: x runs along the path from pin to pin, y
 * stands off from it. Its setting and its place's touches come first, in its own axes.
 * @param row offset to the left of the path, mm
 * @param read where the path is read: the sampled path by default, or the exact path
 * @param larger where it is written how many times as large it is at each point, where that is asked for
 */
export function bentPoints(
  scene: RowScene,
  k: number,
  piece: ScenePiece,
  outline: FineOutline,
  row: number,
  out: Float64Array,
  read: (s: number, out: Float64Array) => void = (s, to) => {
    if (scene.sampledPath) readSampledPath(scene.sampledPath, s, to);
  },
  larger: Float64Array | null = null,
): void {
  const { setting, middle } = piece;
  const { stand } = scene;
  const { table } = scene.setOut;
  if (stand) {
    bentInPlan(scene, stand, k, piece, outline.points, row, out);
    return;
  }
  const { arc, step } = scene.frame;
  const a = k * step;
  const i = placeOf(scene, k);
  const size = setting.scale * (i >= 0 ? table.size[i] : 1);
  const sy = size * swollenAt(scene, k) * (i >= 0 ? table.thickness[i] : 1) * (setting.flip ? -1 : 1);
  const turn = setting.turn + (i >= 0 ? table.turn[i] : 0);
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const start = (arc[a] + arc[a + 1]) / 2 + setting.along + (i >= 0 ? table.along[i] : 0);
  const perUnit = (arc[a + 1] - arc[a]) / piece.span;
  const shift = setting.out + (i >= 0 ? table.out[i] : 0);
  const { points } = outline;
  for (let p = 0; p < points.length; p += 2) {
    const px = (points[p] - middle) * size;
    const py = (points[p + 1] - setting.line) * sy;
    const place = start + (c * px - s * py) * perUnit;
    read(place, at);
    readShapedAt(scene, k, place, shaped);
    if (larger) larger[p / 2] = shaped[0];
    const off = row + scene.side * ((s * px + c * py) * shaped[0] - shift);
    out[p] = at[0] - off * at[3];
    out[p + 1] = at[1] + off * at[2];
  }
}

const hulls = new WeakMap<JobPiece, { readonly span: number; readonly hull: Float64Array }>();

/**
 * Is a piece that bends there at link k? Not where only whole ones are kept, and a boundary goes through its outline.
 * @param row offset to the left of the path, mm
 */
export function isBentThere(scene: RowScene, k: number, piece: ScenePiece, row: number): boolean {
  const { boundary } = scene.setOut;
  if (boundary?.how !== 'whole') return true;
  const { span } = piece;
  let known = hulls.get(piece.piece);
  if (known?.span !== span)
    hulls.set(piece.piece, (known = { span, hull: hullOf(pieceFigure(piece.piece, span)) }));
  const points = new Float64Array(known.hull.length);
  bentPoints(scene, k, piece, { points: known.hull, rings: [] }, row, points);
  return areKept(boundary, points);
}

/** A bending figure in space, seen along z. */
function bentInPlan(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  piece: ScenePiece,
  points: ArrayLike<number>,
  row: number,
  out: Float64Array,
): void {
  const many = points.length / 2;
  const flat = new Float64Array(3 * many);
  for (let p = 0; p < many; p++) {
    flat[3 * p] = points[2 * p];
    flat[3 * p + 1] = points[2 * p + 1];
  }
  const bent = new Float64Array(3 * many);
  bentInSpace(scene, stand, k, piece, flat, row, bent);
  for (let p = 0; p < many; p++) {
    out[2 * p] = bent[3 * p];
    out[2 * p + 1] = bent[3 * p + 1];
  }
}
