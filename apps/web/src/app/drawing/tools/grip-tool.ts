import type { Vec } from '@coin-relay/core';
import { toModel, toScreen } from '@coin-relay/painting';
import type { Gesture } from '../../document/history';
import type { JobStore } from '../../document/job-store.service';
import type { FitService } from '../../engine/fit.service';
import { sameGrip, type Grip, type Handle } from '../../path-kinds';
import type { DrawingStage } from '../drawing-stage';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** How near a press has to be to a grip, px. */
const REACH = 12;

/** A grip that was taken hold of: what its moves do to the job. Places are of the document, mm. */
export interface Held {
  readonly gesture: Gesture;
  readonly move: (to: Vec) => void;
}

/** A tool with grips of its own; whatever is not on them is for another tool. */
export abstract class GripTool implements PointerUse {
  private held: Held | null = null;

  constructor(
    private readonly stage: DrawingStage,
    protected readonly store: JobStore,
    protected readonly fits: FitService,
    private readonly others: PointerUse,
  ) {}

  /** What can be taken hold of now. */
  abstract grips(): readonly Handle[];

  /** Takes hold of a grip; null where it is gone. */
  protected abstract take(grip: Grip, at: Vec): Held | null;

  hit(at: Vec): Hit {
    const grip = this.under(at);
    return grip ? { on: 'handle', grip } : this.others.hit(at);
  }

  places(): boolean {
    return this.others.places();
  }

  click(hit: Hit, at: Vec, keys: PressKeys): void {
    if (!this.isOwn(hit)) this.others.click(hit, at, keys);
  }

  doubleClick(hit: Hit, at: Vec): void {
    if (!this.isOwn(hit)) this.others.doubleClick(hit, at);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    if (hit.on !== 'handle' || !this.isOwn(hit)) return this.others.dragStart(hit, at, keys);
    this.held = this.take(hit.grip, this.model(at));
    return this.held !== null;
  }

  drag(at: Vec, keys: PressKeys): void {
    if (this.held) this.held.move(this.model(at));
    else this.others.drag(at, keys);
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
    const grip = at && this.under(at);
    if (grip) this.stage.hover(grip, 'grab');
    else this.others.hover(at);
  }

  private model(at: Vec): Vec {
    return toModel(this.stage.current, at.x, at.y);
  }

  private under(at: Vec): Grip | null {
    const found = this.grips().find(({ x, y }) => {
      const p = toScreen(this.stage.current, x, y);
      return Math.hypot(p.x - at.x, p.y - at.y) <= REACH;
    });
    return found?.grip ?? null;
  }

  private isOwn(hit: Hit): boolean {
    return hit.on === 'handle' && this.grips().some(({ grip }) => sameGrip(grip, hit.grip));
  }
}
