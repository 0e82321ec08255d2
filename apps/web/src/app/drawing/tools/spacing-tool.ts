import { nearestOnPath, type Vec } from '@coin-relay/core';
import { writeSpacing } from '../../document/commands';
import type { Gesture } from '../../document/history';
import type { JobStore } from '../../document/job-store.service';
import type { FitService } from '../../engine/fit.service';
import type { Grip } from '../../path-kinds';
import { spacingGrip, type SpacingGrip } from './spacing-grip';
import type { DrawingStage } from '../drawing-stage';
import { toModel, toScreen } from '@coin-relay/painting';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** How near a press has to be to the grip, px. */
const REACH = 12;
/** Spacings are set to this, mm: finer than a hand is. */
const STEP = 0.05;

/** The second piece of the row, taken hold of. */
const SPACING: Grip = { of: 'spacing' };

/** The tool while a row is fitted: its second piece sets the spacing, the rest is for the path's tool. */
export class SpacingTool implements PointerUse {
  private held: { gesture: Gesture; grip: SpacingGrip; run: string } | null = null;

  constructor(
    private readonly stage: DrawingStage,
    private readonly store: JobStore,
    private readonly fits: FitService,
    private readonly others: PointerUse,
  ) {}

  /** Where the grip is, mm; null where nothing is set by it. */
  grip(): SpacingGrip | null {
    const { view, problem } = this.fits.now;
    return view && !problem ? spacingGrip(view.fit, view.resolved.sequence) : null;
  }

  hit(at: Vec): Hit {
    return this.isOn(at) ? { on: 'handle', grip: SPACING } : this.others.hit(at);
  }

  places(): boolean {
    return this.others.places();
  }

  click(hit: Hit, at: Vec, keys: PressKeys): void {
    if (!isGrip(hit)) this.others.click(hit, at, keys);
  }

  doubleClick(hit: Hit, at: Vec): void {
    if (!isGrip(hit)) this.others.doubleClick(hit, at);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    if (!isGrip(hit)) return this.others.dragStart(hit, at, keys);
    const grip = this.grip();
    const run = this.fits.now.view?.resolved.run.id;
    if (!grip || run === undefined) return false;
    const label = grip.sets === 'gap' ? 'Change gap' : 'Change spacing';
    this.held = { gesture: this.store.begin(label), grip, run };
    return true;
  }

  drag(at: Vec, keys: PressKeys): void {
    const { held } = this;
    const { view } = this.fits.now;
    if (!held || !view) {
      this.others.drag(at, keys);
      return;
    }
    const { s } = nearestOnPath(view.fit.layout.path, toModel(this.stage.current, at.x, at.y));
    const value = Math.round(held.grip.at(s) / STEP) * STEP;
    if (held.grip.sets === 'spacing' && value <= 0) return;
    held.gesture.update((job) => writeSpacing(job, held.run, held.grip.sets, Number(value.toFixed(4))));
  }

  dragEnd(): void {
    if (!this.held) this.others.dragEnd();
    this.held?.gesture.commit();
    this.held = null;
  }

  dragCancel(): void {
    if (!this.held) this.others.dragCancel();
    this.held?.gesture.cancel();
    this.held = null;
  }

  boxing(a: Vec, b: Vec): void {
    this.others.boxing(a, b);
  }

  box(a: Vec, b: Vec): void {
    this.others.box(a, b);
  }

  pan(dx: number, dy: number): void {
    this.others.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.others.zoom(at, factor);
  }

  hover(at: Vec | null): void {
    if (at && this.isOn(at)) this.stage.hover(SPACING, 'grab');
    else this.others.hover(at);
  }

  private isOn(at: Vec): boolean {
    const grip = this.grip();
    if (!grip) return false;
    const p = toScreen(this.stage.current, grip.x, grip.y);
    return Math.hypot(p.x - at.x, p.y - at.y) <= REACH;
  }
}

const isGrip = (hit: Hit): boolean => hit.on === 'handle' && hit.grip.of === 'spacing';
