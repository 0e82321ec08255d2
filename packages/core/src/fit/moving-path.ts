import { samplePath, type SampledPath } from '../bend';
import { RelayError } from '../error';
import { newRowFrame, rowFrame } from '../motion/frame';
import { checkFrames, type RowFrames } from '../motion/row-frames';
import { fitRow } from './fit';
import type { FitOutcome } from './outcome';
import type { FitSource } from './source';

/**
 * A row on a path that moves, as one that hangs between moving anchors: fitted anew in every frame,
 * with the count it has at rest.
 * @param sourceAt the path at a frame
 * @param travel of the row at each frame, pitches
 * @param laid told of each frame as it is laid; it gives the places that it keeps of it besides
 * @throws RelayError of the first frame in which it cannot be laid, which is named
 */
export function rowOnMovingPath(
  rest: FitOutcome,
  sourceAt: (frame: number) => FitSource,
  frames: number,
  travel: (frame: number) => number,
  progress: (part: number) => void = () => undefined,
  laid: (fit: FitOutcome, frame: number) => number = () => 0,
): RowFrames {
  const room = newRowFrame(rest.row);
  const columns = room.arc.length;
  checkFrames(frames, columns);
  const pins = new Float64Array(frames * columns * 2);
  const rise = new Float64Array(room.rise.length > 0 ? frames * columns : 0);
  const arc = new Float64Array(frames * columns);
  const firstLinks = new Int32Array(frames);
  const laidPaths: SampledPath[] = [];
  const request = { ...rest.request, count: rest.count };
  for (let frame = 0; frame < frames; frame++) {
    const fit = inFrame(frame, () => fitRow(sourceAt(frame), request));
    if (!fit.closes && request.hold !== 'both') {
      throw new RelayError(
        'row-does-not-settle',
        `In frame ${frame} the row cannot be laid: its links cannot pass. Let its anchors move less, or give it more length.`,
      );
    }
    const { row } = fit;
    if (newRowFrame(row).arc.length !== columns) {
      throw new RelayError(
        'row-does-not-settle',
        `In frame ${frame} the row would have other places than at rest. Fix its count, or let its anchors move less.`,
      );
    }
    rowFrame(row, travel(frame), room);
    pins.set(room.pins, frame * columns * 2);
    if (rise.length > 0) rise.set(room.rise, frame * columns);
    arc.set(room.arc, frame * columns);
    firstLinks[frame] = room.firstLink;
    const sampled = samplePath(fit.layout.path, fit.request.pitch);
    const more = laid(fit, frame);
    // What is ridden on is kept for every frame too.
    if (frame === 0) checkFrames(frames, columns + sampled.data.length / 4 + more);
    laidPaths.push(sampled);
    if (frame % 8 === 7) progress((frame + 1) / frames);
  }
  progress(1);
  const { links, step } = room;
  return {
    frames,
    links,
    step,
    columns,
    pins,
    rise,
    arc,
    sizes: new Float32Array(0),
    firstLinks,
    lengthens: false,
    swells: false,
    sampledPaths: laidPaths,
  };
}

/** Runs what may be refused, naming the frame in which it is. */
function inFrame<T>(frame: number, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    throw new RelayError(error.code, `In frame ${frame}: ${error.message}`, error.subject);
  }
}
