import { RelayError } from '@coin-relay/core';
import { takenApart, type SceneNode, type SceneSolids } from '@coin-relay/scene/solid';

/** Numbers of a pose: position (mm), quaternion, scale. */
const [POSITION, TURN, SCALE, POSE_NUMBERS] = [0, 3, 7, 10];
/** Poses of all nodes in all frames, at the most. */
export const MOST_POSES = 2_000_000;

/** A node with its poses over a range of frames. */
export interface MovingNode {
  readonly id: string;
  readonly run: string;
  readonly solid: string;
  /** Ten numbers a frame; in frames it is not there as in the nearest one it is. */
  readonly poses: Float64Array;
  /** Whether it is there, for each frame. */
  readonly there: Uint8Array;
}

/**
 * The nodes of a scene over a range of frames, in the order they come in.
 * @throws RelayError request-invalid where there are too many
 */
export function nodesOver(scene: SceneSolids, from: number, to: number): MovingNode[] {
  const frames = to - from + 1;
  const found = new Map<string, MovingNode>();
  for (let f = 0; f < frames; f++) {
    const nodes = scene.stiffAt(from + f);
    if (Math.max(found.size, nodes.length) * frames > MOST_POSES)
      throw new RelayError(
        'request-invalid',
        `${frames} frames of ${nodes.length} parts are more than ${MOST_POSES.toLocaleString('en')} poses. Take fewer frames, or fewer rows.`,
        { field: 'frames' },
      );
    for (const node of nodes) {
      const known = found.get(node.id) ?? newNode(node, frames);
      found.set(node.id, known);
      known.there[f] = 1;
      write(node, known.poses, f);
    }
  }
  const all = [...found.values()];
  for (const node of all) fill(node);
  return all;
}

const newNode = ({ id, run, solid }: SceneNode, frames: number): MovingNode => ({
  ...{ id, run, solid },
  poses: new Float64Array(frames * POSE_NUMBERS),
  there: new Uint8Array(frames),
});

/** Of the two quaternions of a turn the one nearer to that of the frame before: what is between them is the short way. */
function write({ map }: SceneNode, poses: Float64Array, f: number): void {
  const { position, quaternion, scale } = takenApart(map);
  const at = f * POSE_NUMBERS;
  const before = at - POSE_NUMBERS + TURN;
  const dot = f > 0 ? quaternion.reduce((sum, value, c) => sum + value * poses[before + c], 0) : 1;
  poses.set(position, at + POSITION);
  poses.set(dot < 0 ? quaternion.map((value) => -value) : quaternion, at + TURN);
  poses.set(scale, at + SCALE);
}

function fill({ poses, there }: MovingNode): void {
  const copy = (to: number, from: number): void => {
    poses.copyWithin(to * POSE_NUMBERS, from * POSE_NUMBERS, (from + 1) * POSE_NUMBERS);
  };
  const first = there.indexOf(1);
  for (let f = 0; f < first; f++) copy(f, first);
  for (let f = first + 1; f < there.length; f++) if (there[f] === 0) copy(f, f - 1);
}

export const positionAt = ({ poses }: MovingNode, f: number): Float64Array =>
  poses.subarray(f * POSE_NUMBERS + POSITION, f * POSE_NUMBERS + TURN);
export const turnAt = ({ poses }: MovingNode, f: number): Float64Array =>
  poses.subarray(f * POSE_NUMBERS + TURN, f * POSE_NUMBERS + SCALE);
export const scaleAt = ({ poses }: MovingNode, f: number): Float64Array =>
  poses.subarray(f * POSE_NUMBERS + SCALE, (f + 1) * POSE_NUMBERS);

/**
 * How far a node is off between two frames where only these are kept, mm: positions on the straight, turns on the short
 * way between them at even speed, as readers of animations do.
 * @param reach how far it reaches from its zero point, mm
 */
export function strayBetween(node: MovingNode, a: number, b: number, reach: number): number {
  let most = 0;
  const [p, q] = [positionAt(node, a), positionAt(node, b)];
  const [r, s] = [turnAt(node, a), turnAt(node, b)];
  const cos = Math.min(1, Math.abs(r[0] * s[0] + r[1] * s[1] + r[2] * s[2] + r[3] * s[3]));
  const angle = Math.acos(cos);
  const sin = Math.sin(angle);
  for (let f = a + 1; f < b; f++) {
    const t = (f - a) / (b - a);
    const at = positionAt(node, f);
    const away = Math.hypot(...at.map((value, c) => value - p[c] - t * (q[c] - p[c])));
    const [u, v] = sin > 1e-9 ? [Math.sin((1 - t) * angle) / sin, Math.sin(t * angle) / sin] : [1 - t, t];
    const turn = turnAt(node, f);
    const dot = turn.reduce((sum, value, c) => sum + value * (u * r[c] + v * s[c]), 0);
    most = Math.max(most, away + 2 * Math.sin(Math.acos(Math.min(1, Math.abs(dot)))) * reach);
  }
  return most;
}

/**
 * The widest step of frames at which no node strays further than it may; 1 where one comes in or leaves meanwhile.
 * @param most mm
 */
export function widestStep(
  nodes: readonly MovingNode[],
  reachOf: (node: MovingNode) => number,
  most: number,
): { step: number; stray: number } {
  const frames = (nodes[0]?.there.length ?? 1) - 1;
  if (nodes.every(({ there }) => there.every((each) => each === 1)))
    for (let step = frames; step > 1; step--) {
      if (frames % step !== 0) continue;
      let stray = 0;
      const good = nodes.every((node) => {
        for (let f = 0; f < frames; f += step) {
          stray = Math.max(stray, strayBetween(node, f, f + step, reachOf(node)));
          if (stray > most) return false;
        }
        return true;
      });
      if (good) return { step, stray };
    }
  return { step: 1, stray: 0 };
}
