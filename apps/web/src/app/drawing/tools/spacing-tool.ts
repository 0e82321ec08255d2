import { nearestOnPath, type Vec } from '@coin-relay/core';
import { writeSpacing } from '../../document/commands';
import type { Grip, Handle } from '../../path-kinds';
import { GripTool, type Held } from './grip-tool';
import { spacingGrip, type SpacingGrip } from './spacing-grip';

/** Spacings are set to this, mm: finer than a hand is. */
const STEP = 0.05;

/** The tool while a row is fitted: its second piece sets the spacing, the rest is for the path's tool. */
export class SpacingTool extends GripTool {
  grips(): readonly Handle[] {
    const grip = this.grip();
    return grip ? [{ grip: { of: 'spacing' }, look: 'spacing', x: grip.x, y: grip.y, from: grip.from }] : [];
  }

  protected take(_: Grip): Held | null {
    const grip = this.grip();
    const run = this.fits.now.view?.resolved.run.id;
    if (!grip || run === undefined) return null;
    const gesture = this.store.begin(grip.sets === 'gap' ? 'Change gap' : 'Change spacing');
    const move = (to: Vec): void => {
      const { view } = this.fits.now;
      if (!view) return;
      const { s } = nearestOnPath(view.fit.layout.path, to);
      const value = Math.round(grip.at(s) / STEP) * STEP;
      if (grip.sets === 'spacing' && value <= 0) return;
      gesture.update((job) => writeSpacing(job, run, grip.sets, Number(value.toFixed(4))));
    };
    return { gesture, move };
  }

  private grip(): SpacingGrip | null {
    const { view, problem } = this.fits.now;
    return view && !problem ? spacingGrip(view.fit, view.resolved.sequence) : null;
  }
}
