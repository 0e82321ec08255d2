import type { Vec } from '@coin-relay/core';
import { writePicture } from '../../document/commands';
import type { FitView } from '../../engine/fit.service';
import type { Grip, Handle } from '../../path-kinds';
import { GripTool, type Held } from './grip-tool';
import { pictureOnBand, slid, stretchedTo, type PictureOnBand } from './picture-grips';

/** The tool of the link step: the picture on a band is slid and made larger by hand, the rest is for the path's tool. */
export class PictureTool extends GripTool {
  /** It is asked for with every move of the pointer. */
  private known: { readonly of: FitView; readonly found: PictureOnBand | null } | null = null;

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
    if (!view || problem) return null;
    if (this.known?.of !== view) this.known = { of: view, found: pictureOnBand(view.fit, view.setOut) };
    return this.known.found;
  }
}
