import { RelayError } from '@coin-relay/core';
import { AnimatedGif } from './gif';
import { AnimatedPng } from './apng';
import type { LoopPictures } from './loop-pictures';
import type { FilmKind } from './platform';

/** How a film runs. */
export interface FilmAsked {
  readonly frames: readonly number[];
  /** Pictures a second. */
  readonly rate: number;
  readonly clear: boolean;
  /** Told after each picture which part of the way is done. */
  readonly progress: (part: number) => void;
}

/** Frames whose colours stand for those of all. */
const SAMPLES = 4;
/** Pixels of each of them that are looked at, at the most. */
const SAMPLE_PIXELS = 250_000;

/** The frames of a loop as an animated PNG. */
export async function writeApng(pictures: LoopPictures, asked: FilmAsked): Promise<Uint8Array<ArrayBuffer>> {
  const { frames, rate, progress } = asked;
  const made = new AnimatedPng(rate, frames.length);
  for (const [i, frame] of frames.entries()) {
    pictures.paint(frame);
    made.add(await pictures.canvas.png());
    progress((i + 1) / frames.length);
  }
  return made.finish();
}

/** The frames of a loop as an animated GIF. */
export async function writeGif(pictures: LoopPictures, asked: FilmAsked): Promise<Uint8Array<ArrayBuffer>> {
  const { frames, rate, clear, progress } = asked;
  const { width, height } = pictures.canvas;
  const made = new AnimatedGif(width, height, rate, clear, sampleOf(pictures, frames));
  for (const [i, frame] of frames.entries()) {
    pictures.paint(frame);
    made.add(pictures.canvas.pixels());
    progress((i + 1) / frames.length);
    // Who waits for it is let in between two pictures.
    await Promise.resolve();
  }
  return made.finish();
}

function sampleOf(pictures: LoopPictures, frames: readonly number[]): Uint8ClampedArray {
  const { width, height } = pictures.canvas;
  const every = Math.max(1, Math.ceil((width * height) / SAMPLE_PIXELS));
  const each = Math.ceil((width * height) / every);
  const sample = new Uint8ClampedArray(4 * each * SAMPLES);
  for (let n = 0; n < SAMPLES; n++) {
    pictures.paint(frames[Math.floor((n * frames.length) / SAMPLES)]);
    const pixels = pictures.canvas.pixels();
    for (let p = 0; p < each; p++)
      sample.set(pixels.subarray(4 * p * every, 4 * p * every + 4), 4 * (n * each + p));
  }
  return sample;
}

/**
 * The frames of a loop as a film, so many times.
 * @throws RelayError encoder-missing where this machine has none for it
 */
export async function writeFilm(
  pictures: LoopPictures,
  kind: FilmKind,
  { frames, rate, progress }: FilmAsked,
  times: number,
): Promise<Uint8Array<ArrayBuffer>> {
  const maker = await pictures.platform.film(kind, pictures.canvas, rate);
  if (!maker)
    throw new RelayError(
      'encoder-missing',
      `Nothing here can make ${kind === 'mp4' ? 'MP4 (H.264)' : 'WebM (VP9)'} of this size. Take a smaller picture, the other kind of film, or the animated PNG, which can always be made.`,
      { field: 'width' },
    );
  const many = frames.length * times;
  for (let i = 0; i < many; i++) {
    pictures.paint(frames[i % frames.length]);
    await maker.add();
    progress((i + 1) / many);
  }
  return maker.finish();
}
