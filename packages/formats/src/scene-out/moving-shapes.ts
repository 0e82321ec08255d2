import { RelayError } from '@coin-relay/core';
import type { SceneSolids, ShapeAt } from '@coin-relay/scene/solid';
import { ShapeKeys, type ShapeKeyed } from './shape-keys';

/** Numbers of the shapes of all that bends, at the most. */
export const MOST_SHAPE_NUMBERS = 60_000_000;

/** A body that changes its shape over a range of frames. */
export interface MovingShape {
  readonly first: ShapeAt;
  /** Its corners at its keys, all of its bodies one after the other. */
  readonly keyed: ShapeKeyed;
  /** Whether it is there, for each frame. */
  readonly there: Uint8Array;
}

/**
 * What changes its shape over a range of frames, in the order it comes in.
 * @param stray how far corners may stray between their keys, mm
 * @throws RelayError file-too-large
 */
export function shapesOver(scene: SceneSolids, from: number, to: number, stray: number): MovingShape[] {
  const found = new Map<string, Known>();
  const frames = to - from + 1;
  for (let f = 0; f < frames; f++) {
    const now = new Map(scene.shapesAt(from + f).map((shape) => [shape.key, shape]));
    for (const [key, shape] of now) {
      let known = found.get(key);
      // What stands as it did is the same one.
      const corners = known?.now === shape ? known.last : cornersOf(shape);
      if (!known) {
        const keys = new ShapeKeys(stray);
        known = { first: shape, now: shape, last: corners, keys, there: new Uint8Array(frames) };
        // Before it comes in it is as it comes in.
        for (let before = 0; before < f; before++) known.keys.add(corners);
        found.set(key, known);
      }
      known.there[f] = 1;
      known.now = shape;
      known.last = corners;
    }
    let numbers = 0;
    for (const { keys, last } of found.values()) {
      keys.add(last);
      numbers += keys.numbers;
    }
    if (numbers > MOST_SHAPE_NUMBERS)
      throw new RelayError(
        'file-too-large',
        `What bends takes more than ${(4 * MOST_SHAPE_NUMBERS) / 1e6} MB in ${f + 1} of ${frames} frames. Let what moves or what is round be off by more, or take fewer frames or rows.`,
        { field: 'stray' },
      );
  }
  return [...found.values()].map(({ first, keys, there }) => ({ first, keyed: keys.finish(), there }));
}

/** A shape as it is followed: as it was first and last, and the corners it had then. */
interface Known {
  readonly first: ShapeAt;
  readonly keys: ShapeKeys;
  readonly there: Uint8Array;
  now: ShapeAt;
  last: Float32Array;
}

function cornersOf({ bodies }: ShapeAt): Float32Array {
  const all = new Float32Array(bodies.reduce((sum, { mesh }) => sum + mesh.positions.length, 0));
  let at = 0;
  for (const { mesh } of bodies) {
    all.set(mesh.positions, at);
    at += mesh.positions.length;
  }
  return all;
}
