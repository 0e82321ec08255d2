import type { Job } from '@coin-relay/model';
import type { PicturesAsked } from '../frames/options';
import { machineIn, type Export } from './export';
import { foundIn, type ExportAsked, type ExportHere } from './write-export';

/**
 * A small picture of what an export would show, in plan, at its frame or the first of them.
 * @returns a PNG file
 * @throws as writeExport
 */
export async function pictureOf(
  all: readonly Export[],
  job: Job,
  as: string,
  asked: ExportAsked,
  here: ExportHere,
  size: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const { way, input, options } = await foundIn(all, job, as, asked, here);
  const usual = way.options.safeParse(options);
  const said = { ...options, ...(usual.success ? usual.data : {}) } as Partial<PicturesAsked> & {
    frame?: number;
  };
  const { LoopPictures } = await import('../frames');
  const {
    runs,
    path = false,
    marks = false,
    wheels = true,
    machine = true,
    ground = true,
    clear = false,
    frames,
  } = said;
  const pictures = await LoopPictures.of(input, machineIn(input), {
    ...{ ...size, runs, path, marks, wheels, machine, ground, clear, step: 1 },
  });
  pictures.paint(frames?.from ?? said.frame ?? 0);
  return pictures.canvas.png();
}
