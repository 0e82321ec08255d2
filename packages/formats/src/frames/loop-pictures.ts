import { RelayError } from '@coin-relay/core';
import type { Machine } from '@coin-relay/model';
import { FramePainter } from '@coin-relay/painting';
import { platformIn, type ExportInput } from '../exports/export';
import { MOST_PICTURES, type PicturesAsked } from './options';
import type { Platform, PlatformCanvas } from './platform';

/** The colour of the paper that pictures are painted on. */
export const PAPER = '#f7f3ea';
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
  private readonly painter: FramePainter;

  private constructor(
    readonly platform: Platform,
    machine: Machine,
    asked: PicturesAsked,
    pictures: ReadonlyMap<string, unknown>,
  ) {
    const { width, height, clear } = asked;
    this.canvas = platform.canvas(width, height);
    const look = { width, height, margin: MARGIN, paper: clear ? null : PAPER };
    this.painter = new FramePainter(machine, asked, look, pictures);
  }

  /** @throws RelayError encoder-missing where nothing can be painted here */
  static async of(input: ExportInput, machine: Machine, asked: PicturesAsked): Promise<LoopPictures> {
    const platform = platformIn(input);
    const images = new Map<string, unknown>();
    for (const [name, address] of input.pictures) images.set(name, await platform.image(address));
    return new LoopPictures(platform, machine, asked, images);
  }

  paint(frame: number): void {
    this.painter.paint(this.canvas.brush, frame);
  }
}
