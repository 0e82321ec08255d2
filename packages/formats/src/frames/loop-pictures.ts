import { RelayError } from '@coin-relay/core';
import type { Machine } from '@coin-relay/model';
import { FramePainter } from '@coin-relay/painting';
import { platformIn, type ExportInput } from '../exports/export';
import { viewpointOf } from '../exports/view-options';
import { PAPER } from '../paper';
import { keptBodies } from '../scene-out/kept-bodies';
import type { FrameSource } from './frame-source';
import { InkPictures } from './ink-pictures';
import { MOST_PICTURES, type PicturesAsked } from './options';
import type { Platform, PlatformCanvas } from './platform';

/** The part of a picture’s shorter side that is left free round what is in it. */
const MARGIN = 0.04;

/**
 * The frames that are asked for, in their order: the loop without its last one, which is its first again, where no
 * range is said.
 * @throws RelayError request-invalid for too many, or for a range that runs backwards
 */
export function framesOf({ motion }: Machine['job'], { frames, step }: PicturesAsked): number[] {
  const { from, to } = frames ?? { from: 0, to: motion.frames - 1 };
  const many = Math.floor((to - from) / step) + 1;
  if (to < from)
    throw new RelayError('request-invalid', `Frames ${from} to ${to} are none. Give the lower one first.`, {
      field: 'frames',
    });
  if (many > MOST_PICTURES)
    throw new RelayError(
      'request-invalid',
      `${many.toLocaleString('en')} pictures are more than ${MOST_PICTURES.toLocaleString('en')}. Take fewer frames, or a wider step.`,
      { field: 'frames' },
    );
  return Array.from({ length: many }, (_, i) => from + i * step);
}

/** A canvas on which the frames of a loop are painted one after the other. */
export class LoopPictures {
  readonly canvas: PlatformCanvas;

  private constructor(
    readonly platform: Platform,
    { width, height }: PicturesAsked,
    private readonly source: FrameSource,
    /** What is not in them as it should be, a sentence each. */
    readonly findings: readonly string[],
  ) {
    this.canvas = platform.canvas(width, height);
  }

  /**
   * @param frames all that are to be painted: the view is the same in all of them
   * @throws RelayError encoder-missing where nothing can be painted here, or not so
   */
  static async of(
    input: ExportInput,
    machine: Machine,
    asked: PicturesAsked,
    frames: readonly number[],
  ): Promise<LoopPictures> {
    const platform = platformIn(input);
    const { width, height, clear } = asked;
    const images = new Map<string, unknown>();
    for (const [name, address] of input.pictures) images.set(name, await platform.image(address));
    const look = { width, height, margin: MARGIN, paper: clear ? null : PAPER };
    const from = viewpointOf(asked);
    if (!from) return new LoopPictures(platform, asked, new FramePainter(machine, asked, look, images), []);
    const { kept, findings } = await keptBodies(input);
    if (asked.look === 'ink')
      return new LoopPictures(
        ...([platform, asked] as const),
        new InkPictures(machine, { ...asked, from, kept }, look, frames),
        findings,
      );
    const shaded = await platform.shaded?.(machine, { ...asked, from, look, frames, kept, pictures: images });
    if (!shaded)
      throw new RelayError(
        'encoder-missing',
        'Solids in light and shadow are painted in a browser that has WebGL, not here. Take them in ink (--look ink), or in plan.',
        { field: 'look' },
      );
    return new LoopPictures(platform, asked, shaded, findings);
  }

  paint(frame: number): void {
    this.source.paint(this.canvas.brush, frame);
  }

  /** What it holds besides memory is let go. */
  dispose(): void {
    this.source.dispose?.();
  }
}
