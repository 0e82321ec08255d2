import type { Vec } from '@coin-relay/core';
import { writePicture } from '../../document/commands';
import type { JobStore } from '../../document/job-store.service';
import type { FitService } from '../../engine/fit.service';
import type { Grip, Handle } from '../../path-kinds';
import type { DrawingStage } from '../drawing-stage';
import { GripTool, type Held } from './grip-tool';
import { pictureOnBand, slid, stretchedTo, type PictureOnBand } from './picture-grips';
import type { PointerUse } from './pointer';

/** The tool of the link step: the picture on a band is slid and made larger by hand, the rest is for the path's tool. */
export class PictureTool extends GripTool {
  constructor(
    stage: DrawingStage,
    private readonly store: JobStore,
    private readonly fits: FitService,
    others: PointerUse,
  ) {
    super(stage, others);
  }

  grips(): readonly Handle[] {
    const found = this.found();
    if (!found) return [];
    const { middle, corner } = found;
    return [
      { grip: { of: 'picture', part: 'corner' }, look: 'end', ...corner },
      { grip: { of: 'picture', part: 'middle' }, look: 'centre', ...middle },
    ];
  }

  protected take(grip: Grip, at: Vec): Held | null {
    const found = this.found();
    if (!found || grip.of !== 'picture') return null;
    const { piece, picture, inRepeat } = found;
    const slides = grip.part === 'middle';
    const gesture = this.store.begin(slides ? 'Slide the picture' : 'Scale the picture');
    const from = inRepeat(at);
    const move = (to: Vec): void => {
      const there = inRepeat(to);
      const laid = slides ? slid(picture, from, there) : stretchedTo(picture, there);
      gesture.update((job) => writePicture(job, piece.id, laid));
    };
    return { gesture, move };
  }

  private found(): PictureOnBand | null {
    const { view, problem } = this.fits.now;
    return view && !problem ? pictureOnBand(view.fit, view.setOut) : null;
  }
}
