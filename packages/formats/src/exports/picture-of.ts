import type { Job } from '@coin-relay/model';
import { PictureOptions, type PicturesAsked } from '../frames/options';
import { machineIn, type Export } from './export';
import { foundIn, type ExportAsked, type ExportHere } from './write-export';

/**
 * A small picture of what an export would show, at its frame or the first of them: in plan where it says nothing else.
 * @returns a PNG file
 * @throws as writeExport
 */
export async function pictureOf(
  all: readonly Export[],
  job: Job,
  as: string,
  handOff: ExportAsked,
  here: ExportHere,
  size: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const { way, input, options } = await foundIn(all, job, as, handOff, here);
  const said = { ...options, ...way.options.safeParse(options).data };
  const read = PictureOptions.safeParse({ ...said, ...size });
  // What cannot be used is told of where the file is written.
  const asked: PicturesAsked = read.success ? read.data : PictureOptions.parse(size);
  const { LoopPictures } = await import('../frames');
  const frame = asked.frames?.from ?? Number(options['frame'] ?? 0);
  // What is seen in space and not shaded by its own choice is a drawing in ink.
  const look = 'look' in way.options.shape ? asked.look : 'ink';
  const pictures = await LoopPictures.of(input, machineIn(input), { ...asked, look }, [frame]);
  try {
    pictures.paint(frame);
    return await pictures.canvas.png();
  } finally {
    pictures.dispose();
  }
}
