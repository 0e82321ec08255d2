import type { Vec } from '@coin-relay/core';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** Hands that change with the step at work; a press stays with the hands it began in. */
export class ToolInTurn implements PointerUse {
  private held: PointerUse | null = null;

  constructor(private readonly atWork: () => PointerUse) {}

  hit(at: Vec): Hit {
    this.held = this.atWork();
    return this.held.hit(at);
  }

  places(): boolean {
    return this.hands.places();
  }

  click(hit: Hit, at: Vec, keys: PressKeys): void {
    this.hands.click(hit, at, keys);
  }

  doubleClick(hit: Hit, at: Vec): void {
    this.hands.doubleClick(hit, at);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    return this.hands.dragStart(hit, at, keys);
  }

  drag(at: Vec, keys: PressKeys): void {
    this.hands.drag(at, keys);
  }

  dragEnd(): void {
    this.hands.dragEnd();
  }

  dragCancel(): void {
    this.hands.dragCancel();
  }

  boxing(a: Vec, b: Vec): void {
    this.hands.boxing(a, b);
  }

  box(a: Vec, b: Vec): void {
    this.hands.box(a, b);
  }

  pan(dx: number, dy: number): void {
    this.hands.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.hands.zoom(at, factor);
  }

  hover(at: Vec | null): void {
    this.atWork().hover(at);
  }

  private get hands(): PointerUse {
    return this.held ?? this.atWork();
  }
}
