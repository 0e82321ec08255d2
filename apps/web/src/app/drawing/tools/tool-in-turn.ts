import type { Vec } from '@coin-relay/core';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** Tools that change with the step at work; a press stays with the tool it began in. */
export class ToolInTurn implements PointerUse {
  private held: PointerUse | null = null;

  constructor(private readonly atWork: () => PointerUse) {}

  hit(at: Vec): Hit {
    this.held = this.atWork();
    return this.held.hit(at);
  }

  places(): boolean {
    return this.tool.places();
  }

  click(hit: Hit, at: Vec, keys: PressKeys): void {
    this.tool.click(hit, at, keys);
  }

  doubleClick(hit: Hit, at: Vec): void {
    this.tool.doubleClick(hit, at);
  }

  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean {
    return this.tool.dragStart(hit, at, keys);
  }

  drag(at: Vec, keys: PressKeys): void {
    this.tool.drag(at, keys);
  }

  dragEnd(): void {
    this.tool.dragEnd();
  }

  dragCancel(): void {
    this.tool.dragCancel();
  }

  boxing(a: Vec, b: Vec): void {
    this.tool.boxing(a, b);
  }

  box(a: Vec, b: Vec): void {
    this.tool.box(a, b);
  }

  pan(dx: number, dy: number): void {
    this.tool.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.tool.zoom(at, factor);
  }

  hover(at: Vec | null): void {
    this.atWork().hover(at);
  }

  private get tool(): PointerUse {
    return this.held ?? this.atWork();
  }
}
