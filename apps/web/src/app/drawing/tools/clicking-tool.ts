import type { Vec } from '@coin-relay/core';
import type { DrawingStage } from '../drawing-stage';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** A tool that clicks and draws boxes, and drags nothing. */
export abstract class ClickingTool implements PointerUse {
  constructor(protected readonly stage: DrawingStage) {}

  abstract hit(at: Vec): Hit;
  abstract click(hit: Hit, at: Vec, keys: PressKeys): void;
  abstract hover(at: Vec | null): void;

  places(): boolean {
    return false;
  }

  doubleClick(): void {
    // A second click says nothing new.
  }

  dragStart(_hit: Hit, _at: Vec, _keys: PressKeys): boolean {
    return false;
  }

  drag(_at: Vec, _keys: PressKeys): void {
    // Nothing is dragged.
  }

  dragEnd(): void {
    // See drag.
  }

  dragCancel(): void {
    // See drag.
  }

  boxing(a: Vec, b: Vec): void {
    this.stage.setOverlay({ box: [a, b] });
  }

  box(_a: Vec, _b: Vec): void {
    this.stage.setOverlay({});
  }

  pan(dx: number, dy: number): void {
    this.stage.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.stage.zoom(factor, at);
  }
}
