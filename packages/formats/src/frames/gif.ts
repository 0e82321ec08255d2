// The applications that compile this file do not include the folder, so the types are named here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./gifenc.d.ts" />
import { applyPalette, GIFEncoder, quantize, type GifEncoder, type Palette } from 'gifenc';

/** Colours of a GIF, at the most; one of them is none where the ground is clear. */
const COLOURS = 256;
/** Pixels more than half seen through are clear: a GIF knows nothing between. */
const HALF = 128;

/** Puts pictures one after the other into an animated GIF (GIF89a), all in the same colours. */
export class AnimatedGif {
  private readonly made: GifEncoder = GIFEncoder();
  private readonly palette: Palette;
  private readonly format: 'rgb565' | 'rgba4444';
  private count = 0;
  private told = 0;

  constructor(
    private readonly width: number,
    private readonly height: number,
    private readonly framesPerSecond: number,
    private readonly clear: boolean,
    /** Pixels that have the colours of all of them. */
    sample: Uint8ClampedArray,
  ) {
    this.format = clear ? 'rgba4444' : 'rgb565';
    const alpha = clear ? { oneBitAlpha: HALF, clearAlpha: true, clearAlphaThreshold: HALF } : {};
    this.palette = quantize(sample, COLOURS, { format: this.format, ...alpha });
  }

  add(pixels: Uint8ClampedArray): void {
    const { palette, format } = this;
    const first = this.count === 0;
    const index = applyPalette(pixels, palette, format);
    const none = this.clear ? palette.findIndex((colour) => colour[3] === 0) : -1;
    this.made.writeFrame(index, this.width, this.height, {
      ...(first ? { palette, repeat: 0 } : {}),
      ...(none >= 0 ? { transparent: true, transparentIndex: none, dispose: 2 } : {}),
      delay: 10 * this.hundredths(),
    });
  }

  finish(): Uint8Array<ArrayBuffer> {
    this.made.finish();
    return Uint8Array.from(this.made.bytes());
  }

  /** A GIF tells time in hundredths of a second: they are handed out so that the whole is as long as it should be. */
  private hundredths(): number {
    this.count++;
    const now = Math.round((100 * this.count) / this.framesPerSecond);
    const delay = Math.max(1, now - this.told);
    this.told += delay;
    return delay;
  }
}
