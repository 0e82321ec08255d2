import { isOnPath, withinPath } from '@coin-relay/core';
import { familyOf } from '@coin-relay/model';
import { SPACE_NUMBERS } from './room';
import { pieceNumberAt, type RowScene, type ScenePiece } from './scene';
import { placeInSpace } from './space-placement';

/** How far two neighbours turn against each other out of their own plane, radians, and where, mm along the path. */
export interface JointTurn {
  readonly angle: number;
  readonly s: number;
}

/** What joints of a row in space must do at the most, as it stands at rest. */
export interface JointTurns {
  /** Bent sidewise: about the axis across the links and their pins. */
  readonly sidewise: JointTurn | null;
  /** Twisted: about their length. */
  readonly twist: JointTurn | null;
}

/**
 * The relative turn of neighbouring links, split up: the bend in their own plane (about their pins), the bend sidewise,
 * and the twist that is left when the way of the one is turned straight to that of the other. A roll that every other
 * link is meant to have is none.
 */
export function jointTurns(scene: RowScene): JointTurns {
  const { stand } = scene;
  const { frame, fit } = scene;
  if (!stand) return { sidewise: null, twist: null };
  const plain = { ...stand, alternate: 0 };
  const [a, b] = [new Float64Array(SPACE_NUMBERS), new Float64Array(SPACE_NUMBERS)];
  let sidewise: JointTurn | null = null;
  let twist: JointTurn | null = null;
  const { links } = frame;
  for (let k = 0; k < links; k++) {
    const next = k + 1 < links ? k + 1 : fit.window.ring ? 0 : -1;
    if (next < 0 || !isOnPath(fit.row, frame, k) || !isOnPath(fit.row, frame, next)) continue;
    const [one, other] = [pieceNumberAt(scene, k), pieceNumberAt(scene, next)];
    if (one < 0 || other < 0) continue;
    placeInSpace(scene, plain, k, scene.pieces[one], 0, a);
    placeInSpace(scene, plain, next, scene.pieces[other], 0, b);
    const s = withinPath(fit.layout.path, frame.arc[k * frame.step + 1]);
    const turn = splitTurn(a, b, pinsAcross(scene.pieces[one]));
    if (!sidewise || turn.sidewise > sidewise.angle) sidewise = { angle: turn.sidewise, s };
    if (!twist || turn.twist > twist.angle) twist = { angle: turn.twist, s };
  }
  return { sidewise, twist };
}

/** Whether the pins of a piece lie across its row. */
export const pinsAcross = ({ piece }: ScenePiece): boolean => familyOf(piece).pinsAcross?.(piece) ?? false;

/**
 * @param a and @param b axes of two links, x, y and z one after the other, of any length
 * @param across their pins lie along y, not along z
 */
export function splitTurn(
  a: Float64Array,
  b: Float64Array,
  across = false,
): { readonly sidewise: number; readonly twist: number } {
  const axis = (m: Float64Array, i: number): readonly [number, number, number] => {
    const size = Math.hypot(m[3 * i], m[3 * i + 1], m[3 * i + 2]) || 1;
    return [m[3 * i] / size, m[3 * i + 1] / size, m[3 * i + 2] / size];
  };
  const dot = (p: readonly number[], q: readonly number[]): number => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
  const pins = across ? 1 : 2;
  const [x, up] = [axis(a, 0), axis(a, pins)];
  const [way, over] = [axis(b, 0), axis(b, pins)];
  // The smallest turn that takes the way of the one to that of the other, done to its up.
  const along = dot(x, way);
  const k = dot(up, way) / (1 + Math.max(along, -1 + 1e-9));
  const carried = [0, 1, 2].map((c) => up[c] - k * (x[c] + way[c]));
  const cross = [
    carried[1] * over[2] - carried[2] * over[1],
    carried[2] * over[0] - carried[0] * over[2],
    carried[0] * over[1] - carried[1] * over[0],
  ];
  return {
    sidewise: Math.abs(Math.asin(Math.max(-1, Math.min(1, dot(way, up))))),
    twist: Math.abs(Math.atan2(dot(cross, way), dot(carried, over))),
  };
}
