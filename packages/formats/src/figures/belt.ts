import { newReading, pathReader, type MeasuredPath } from '@coin-relay/core';
import type { JobPiece } from '@coin-relay/model';
import { data, short, type Figure } from './figure';

type BeltPiece = Extract<JobPiece, { family: 'toothed-belt' }>;

/** A tooth of a belt about its own place: the band's pitch line is y = 0, the pulleys' side y positive. */
export function beltTooth(piece: BeltPiece): Figure {
  const root = piece.pitch * 0.26;
  const tip = piece.pitch * 0.17;
  const foot = bandSides(piece).inner;
  const top = foot + piece.tooth;
  return {
    parts: [
      {
        d: data`M${-root} ${foot - 0.05}L${-tip} ${top}L${tip} ${top}L${root} ${foot - 0.05}Z`,
        fill: 'rubber',
        line: false,
      },
    ],
  };
}

/** How far the band's faces lie from its pitch line, mm: towards the pulleys and away from them. */
export function bandSides(piece: BeltPiece): { inner: number; outer: number } {
  const body = piece.thickness - piece.tooth;
  return { inner: body * 0.35, outer: body * 0.65 };
}

/**
 * The band as one closed outline along the path, in the path's axes: it bends with it point by
 * point, in steps of at most 4 degrees.
 * @param side +1 where the pulleys lie to the left of the path, −1 to the right
 */
export function bandOutline(path: MeasuredPath, piece: BeltPiece, side: 1 | -1): string {
  const { inner, outer } = bandSides(piece);
  const left = edge(path, side * inner);
  const right = edge(path, -side * outer);
  const ring = (points: string[]): string => `M${points.join('L')}`;
  if (path.closed) return `${ring(left)}Z${ring(right.reverse())}Z`;
  return `${ring([...left, ...right.reverse()])}Z`;
}

/** Points beside the path at a distance to its left. */
function edge(path: MeasuredPath, offset: number): string[] {
  const read = pathReader(path);
  const at = newReading();
  const points: string[] = [];
  let s = 0;
  const finest = path.length / 4000;
  const coarsest = path.length / 60;
  while (s < path.length) {
    read(s, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
    const radius = 1 / Math.max(Math.abs(at[4]), 1e-9);
    s += Math.min(coarsest, Math.max(finest, radius * 0.07));
  }
  if (!path.closed) {
    read(path.length, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
  }
  return points;
}
