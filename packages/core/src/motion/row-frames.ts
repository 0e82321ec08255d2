import type { SampledPath } from '../bend';
import { RelayError } from '../error';
import { pinPlace, type PinPlace, type RowFrame } from './frame';

/** A row worked out for every frame of a loop, where it is laid anew in each. Plain arrays. */
export interface RowFrames {
  readonly frames: number;
  readonly links: number;
  readonly step: 1 | 2;
  /** Places in a frame. */
  readonly columns: number;
  /** x and y of every place of every frame. */
  readonly pins: Float64Array;
  /** z of every place of every frame; empty where the path lies in the plane. */
  readonly rise: Float64Array;
  readonly arc: Float64Array;
  /** What each piece has grown by; empty where none has. */
  readonly sizes: Float32Array;
  /** The number of the first piece of each frame in the row's sequence. */
  readonly firstLinks: Int32Array;
  /** Pieces are as long as their places are apart. */
  readonly lengthens: boolean;
  /** Pieces grow all round, not only along the path. */
  readonly swells: boolean;
  /** The path of every frame as a table to ride on; where it does not move there is none. */
  readonly sampledPaths?: readonly SampledPath[];
}

/** Places in all the frames of a row, at the most: some 50 MB. */
export const MOST_FRAME_PLACES = 2_000_000;

/** @throws RelayError too-many-links */
export function checkFrames(frames: number, columns: number): void {
  if (frames * columns <= MOST_FRAME_PLACES) return;
  throw new RelayError(
    'too-many-links',
    `A row of ${columns} places that is laid anew in each of ${frames} frames has ${frames * columns} places; at most ${MOST_FRAME_PLACES} are worked out. Make the loop shorter, or the row.`,
    { field: 'frames' },
  );
}

/** Room for a frame of such a row. */
export function newFramesFrame({ links, step, columns, rise }: RowFrames): RowFrame {
  return {
    links,
    step,
    firstLink: 0,
    pins: new Float64Array(columns * 2),
    rise: new Float64Array(rise.length > 0 ? columns : 0),
    arc: new Float64Array(columns),
  };
}

/** Writes one frame; beyond the loop it goes on as in it. */
export function readFrames(all: RowFrames, frame: number, out: RowFrame): void {
  const k = frameIn(all.frames, frame);
  const { columns } = all;
  out.pins.set(all.pins.subarray(2 * k * columns, 2 * (k + 1) * columns));
  if (out.rise.length > 0) out.rise.set(all.rise.subarray(k * columns, (k + 1) * columns));
  out.arc.set(all.arc.subarray(k * columns, (k + 1) * columns));
  out.firstLink = all.firstLinks[k];
}

/** Where the first pin of one piece is at a frame; null where the piece is not on the path then. */
export function framePinAt(all: RowFrames, frame: number, piece: number): PinPlace | null {
  const k = frameIn(all.frames, frame);
  const place = (piece - all.firstLinks[k]) * all.step;
  if (!(place >= 0 && place < all.columns)) return null;
  return pinPlace(all, k * all.columns + place);
}

/** A frame within the loop. */
export const frameIn = (frames: number, frame: number): number => {
  const whole = Math.round(frame);
  return ((whole % frames) + frames) % frames;
};
