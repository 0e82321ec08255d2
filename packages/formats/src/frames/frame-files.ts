import type { NamedFile } from '../exports/export';
import type { LoopPictures } from './loop-pictures';

/** The name of a picture: its frame with as many figures as the last one has, so that they sort. */
export function frameName(frame: number, frames: readonly number[]): string {
  const figures = Math.max(4, ...frames.map((each) => String(Math.abs(each)).length));
  const sign = frame < 0 ? 'minus-' : '';
  return `frame-${sign}${String(Math.abs(frame)).padStart(figures, '0')}.png`;
}

/**
 * The frames of a loop as PNG files, one after the other; none is made before it is asked for.
 * @param wanted says of each name whether it is wanted: those that are there already need not be made again
 */
export async function* frameFiles(
  pictures: LoopPictures,
  frames: readonly number[],
  wanted: (name: string, i: number) => boolean,
): AsyncGenerator<NamedFile> {
  for (const [i, frame] of frames.entries()) {
    const name = frameName(frame, frames);
    if (!wanted(name, i)) continue;
    pictures.paint(frame);
    yield { name, content: (await pictures.canvas.png()) as Uint8Array<ArrayBuffer> };
  }
}
