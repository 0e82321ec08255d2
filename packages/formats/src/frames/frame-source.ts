import type { Brush } from '@coin-relay/painting';

/** What paints the frames of a loop over all of a canvas, one after the other. */
export interface FrameSource {
  paint(brush: Brush, frame: number): void;
  /** What it holds besides memory is let go. */
  dispose?(): void;
}
