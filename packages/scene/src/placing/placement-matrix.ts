import type { Stand } from './room';
import { readSampledPath } from '@coin-relay/core';
import { type reachWay } from '@coin-relay/model';
import { ownMap } from './own-map';
import { placeInSpace, seenInPlan } from './space-placement';
import { placeOf, type RowScene, type ScenePiece } from './scene';

/** A plane map as canvases and SVG write it: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = Float64Array;

/**
 * Writes the map that puts the figure of link k to its place in the drawing, mm, y up. Bending
 * pieces have no such map; their points are bent one by one.
 * @param row which of the rows side by side, as an offset to the left of the path, mm
 */
export function placeMatrix(scene: RowScene, k: number, piece: ScenePiece, row: number, out: Matrix): void {
  const { stand } = scene;
  if (!stand) {
    placeFlat(scene, k, piece, row, out);
    return;
  }
  const { space } = scene.room;
  placeInSpace(scene, stand, k, piece, row, space);
  seenInPlan(space, out);
}

/** The same of a row that lies in its plane. By itself, so that such rows pay nothing for those that do not. */
export function placeFlat(scene: RowScene, k: number, piece: ScenePiece, row: number, out: Matrix): void {
  const { setting } = piece;
  const { table, setOut } = scene.setOut;
  const i = placeOf(scene, k);
  const along = setting.along + (i >= 0 ? table.along[i] : 0);
  standAt(scene, k, piece, along);
  const { stand } = scene.room;
  const { ux, uy } = stand;
  // Out of the path is away from its inside; rows are told to its left.
  const off = row - scene.side * (setting.out + (i >= 0 ? table.out[i] : 0));
  let x = stand.x - off * uy;
  let y = stand.y + off * ux;
  let side = scene.side as number;
  let dx = ux;
  let dy = uy;
  const reach = setOut.reach;
  if (setting.facing === 'upright' || (reach !== null && (reach.way === 'up' || reach.way === 'down'))) {
    dx = 1;
    dy = 0;
    side = 1;
  } else if (setting.facing === 'point') {
    const px = setting.toward.x - x;
    const py = setting.toward.y - y;
    const size = Math.hypot(px, py);
    if (size > 0) {
      dx = py / size;
      dy = -px / size;
      side = 1;
    }
  }
  const object = i >= 0 ? table.handed[i] : -1;
  if (object >= 0 && setOut.handed) {
    const item = setOut.handed.items[object];
    if (setOut.handed.takes === 'position') {
      dx = Math.cos(item.angle);
      dy = Math.sin(item.angle);
      side = 1;
    } else if (setOut.handed.takes === 'direction') {
      x = item.x;
      y = item.y;
    }
  }
  // Figure → scaled → turned → the piece's own side → the path's direction.
  const { own } = scene.room;
  ownMap(scene, k, i, piece, side, own);
  const xx = own[0];
  const xy = own[1];
  const yx = own[2];
  const yy = own[3];
  out[0] = dx * xx - dy * xy;
  out[1] = dy * xx + dx * xy;
  out[2] = dx * yx - dy * yy;
  out[3] = dy * yx + dx * yy;
  out[4] = x - out[0] * piece.middle - out[2] * setting.line;
  out[5] = y - out[1] * piece.middle - out[3] * setting.line;
}

/** Finds where link k is set down, moved forward along the path by `along`. */
function standAt(
  scene: RowScene,
  k: number,
  { mode: seat, setting, box, span }: ScenePiece,
  along: number,
): void {
  const { at, stand } = scene.room;
  stand.longer = 1;
  const { frame, fit } = scene;
  const { pins, arc, links } = frame;
  const a = k * frame.step;
  const { sampledPath: sampled } = scene;
  if (seat === 'on-middle' && sampled) {
    const s = (arc[a] + arc[a + 1]) / 2 + along;
    if (scene.laid?.lengthens) stand.longer = (arc[a + 1] - arc[a]) / span;
    else if (fit.apart) stand.longer = fit.apart.factor;
    readSampledPath(sampled, s, at);
    stand.x = at[0];
    stand.y = at[1];
    if (setting.facing === 'chord') {
      const half = ((box[2] - box[0]) * setting.scale) / 2;
      readSampledPath(sampled, s + half, at);
      const hx = at[0];
      const hy = at[1];
      readSampledPath(sampled, s - half, at);
      point(stand, hx - at[0], hy - at[1]);
    } else {
      stand.ux = at[2];
      stand.uy = at[3];
    }
    return;
  }
  const x = pins[2 * a];
  const y = pins[2 * a + 1];
  if (seat === 'on-pin') {
    const before = k > 0 ? k - 1 : fit.window.ring ? links - 1 : 0;
    point(stand, pins[2 * k + 2] - pins[2 * before], pins[2 * k + 3] - pins[2 * before + 1]);
    stand.x = x + along * stand.ux;
    stand.y = y + along * stand.uy;
    return;
  }
  const dx = pins[2 * a + 2] - x;
  const dy = pins[2 * a + 3] - y;
  point(stand, dx, dy);
  if (fit.sections || fit.apart || scene.laid?.lengthens) stand.longer = Math.hypot(dx, dy) / span;
  stand.x = (x + pins[2 * a + 2]) / 2 + along * stand.ux;
  stand.y = (y + pins[2 * a + 3]) / 2 + along * stand.uy;
}

function point(stand: Stand, dx: number, dy: number): void {
  const size = Math.sqrt(dx * dx + dy * dy) || 1;
  stand.ux = dx / size;
  stand.uy = dy / size;
}

/**
 * The factor a piece grows by across the path until it meets the path that is to be reached; 1
 * where there is none, or it is not met.
 */
export function elongationAt(scene: RowScene, k: number, piece: ScenePiece): number {
  const { sampledPath: sampled, reach, setOut, table } = scene.setOut;
  if (!sampled || !reach || !setOut.reach || scene.stand) return 1;
  const { arc, step } = scene.frame;
  let s = (arc[k * step] + arc[k * step + 1]) / 2;
  if (sampled.closed) s -= Math.floor(s / sampled.length) * sampled.length;
  const u = Math.max(0, Math.min(reach.length - 1.000001, s / sampled.step));
  const j = Math.floor(u);
  const distance = reach[j] + (u - j) * (reach[j + 1] - reach[j]);
  if (!(distance > 0)) return 1;
  const i = placeOf(scene, k);
  const sy = piece.setting.scale * (i >= 0 ? table.size[i] * table.thickness[i] : 1);
  const extent = elongationExtent(piece, setOut.reach.way) * sy;
  return extent > 1e-9 ? distance / extent : 1;
}

/** How far a piece reaches from the line that runs on the path, the way it is stretched, mm. */
export function elongationExtent(piece: ScenePiece, way: Parameters<typeof reachWay>[0]): number {
  const { box, setting } = piece;
  const towardsInside = way === 'in' || way === 'up';
  return towardsInside !== setting.flip ? box[3] - setting.line : setting.line - box[1];
}
