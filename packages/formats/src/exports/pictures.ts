import * as z from 'zod';
import type { LoopPictures } from '../frames/loop-pictures';
import {
  mootOfPictures,
  PictureOptions,
  pictureOptions,
  timesOption,
  type PicturesAsked,
} from '../frames/options';
import type { FilmKind } from '../frames/platform';
import { exportOf, machineIn, type Export, type ExportInput, type Written } from './export';

const load = () => import('../frames');

/** How pictures follow one another: as fast as the loop does, also where only some of its frames are taken. */
const rateOf = ({ job }: ExportInput, { step }: Pick<PicturesAsked, 'step'>): number =>
  job.motion.framesPerSecond / step;

/** Makes something of the pictures that are asked for. */
async function painted(
  input: ExportInput,
  asked: PicturesAsked,
  make: (pictures: LoopPictures, frames: readonly number[]) => Promise<Written>,
): Promise<Written> {
  const { framesOf, LoopPictures } = await load();
  const machine = machineIn(input);
  const all = framesOf(machine.job, asked);
  const pictures = await LoopPictures.of(input, machine, asked, all);
  try {
    const { findings = [], ...made } = await make(pictures, all);
    return { ...made, findings: [...pictures.findings, ...findings] };
  } finally {
    pictures.dispose();
  }
}

export const frames = exportOf({
  id: 'frames',
  title: 'Frames, PNG',
  group: 'Pictures and films',
  purpose: 'numbered pictures, in one ZIP file',
  ending: '-frames.zip',
  type: 'application/zip',
  fitted: true,
  slow: true,
  resumes: true,
  options: PictureOptions,
  moot: mootOfPictures,
  files: async function* (input, asked, wanted) {
    const { frameFiles, framesOf, LoopPictures } = await load();
    const machine = machineIn(input);
    const all = framesOf(machine.job, asked);
    const pictures = await LoopPictures.of(input, machine, asked, all);
    try {
      yield* frameFiles(pictures, all, wanted);
    } finally {
      pictures.dispose();
    }
  },
  write: (input, asked) =>
    painted(input, asked, async (pictures, all) => {
      const { frameFiles, zipOf } = await load();
      const told = frameFiles(pictures, all, (_, i) => {
        input.progress(i / all.length);
        return true;
      });
      return { content: await zipOf(told), facts: { frames: all.length } };
    }),
});

/** An animated picture: of a kind that everything shows. */
const animated = (
  facts: Pick<Export, 'id' | 'title' | 'purpose' | 'ending' | 'type'>,
  kind: 'apng' | 'gif',
): Export =>
  exportOf({
    ...{ ...facts, group: 'Pictures and films', fitted: true, slow: true },
    options: PictureOptions,
    moot: mootOfPictures,
    write: (input, asked) =>
      painted(input, asked, async (pictures, all) => {
        const { writeApng, writeGif } = await load();
        const write = kind === 'apng' ? writeApng : writeGif;
        const content = await write(pictures, {
          ...{ frames: all, rate: rateOf(input, asked), clear: asked.clear, progress: input.progress },
        });
        return { content, facts: { frames: all.length } };
      }),
  });

export const apng = animated(
  {
    ...{ id: 'apng', title: 'Animated PNG', purpose: 'plays in every browser, in full colour' },
    ...{ ending: '.apng', type: 'image/apng' },
  },
  'apng',
);

export const gif = animated(
  {
    ...{ id: 'gif', title: 'Animated GIF', purpose: 'plays everywhere, in 256 colours' },
    ...{ ending: '.gif', type: 'image/gif' },
  },
  'gif',
);

/** A film: its sides are even numbers of pixels, which encoders ask for. */
const film = (kind: FilmKind, title: string, purpose: string): Export =>
  exportOf({
    ...{ id: kind, title, group: 'Pictures and films', purpose },
    ...{ ending: `.${kind}`, type: `video/${kind}`, fitted: true, slow: true },
    options: z.object({ ...pictureOptions, times: timesOption }).omit({ clear: true }),
    moot: mootOfPictures,
    write: (input, asked) => {
      const even = { width: asked.width - (asked.width % 2), height: asked.height - (asked.height % 2) };
      return painted(input, { ...asked, ...even, clear: false }, async (pictures, all) => {
        const { writeFilm } = await load();
        const how = { frames: all, rate: rateOf(input, asked), clear: false, progress: input.progress };
        const content = await writeFilm(pictures, kind, how, asked.times);
        return { content, facts: { frames: all.length * asked.times } };
      });
    },
  });

export const mp4 = film('mp4', 'Film, MP4', 'H.264, for most programs');
export const webm = film('webm', 'Film, WebM', 'VP9, for the web');
