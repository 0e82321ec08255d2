import type { Vec } from '@coin-relay/core';
import type { Grip } from '../../path-kinds';

/** What a press is on. */
export type Hit =
  | { readonly on: 'handle'; readonly grip: Grip }
  | { readonly on: 'path'; readonly s: number }
  | { readonly on: 'place'; readonly place: number }
  | { readonly on: 'ground' };

export interface PressKeys {
  /** Adds to what is chosen. */
  readonly more: boolean;
}

/** What the pointer does on the drawing. Places are of the drawing, in its own pixels. */
export interface PointerUse {
  /** What is under a place. */
  hit(at: Vec): Hit;
  /** Does a press place something, whatever is under it? */
  places(): boolean;
  click(hit: Hit, at: Vec, keys: PressKeys): void;
  doubleClick(hit: Hit, at: Vec): void;
  /** Dragging a handle or a path, or while placing; says false where it is nothing that is dragged. */
  dragStart(hit: Hit, at: Vec, keys: PressKeys): boolean;
  drag(at: Vec, keys: PressKeys): void;
  dragEnd(): void;
  dragCancel(): void;
  /** A box drawn on the ground, with the key for more. */
  box(a: Vec, b: Vec): void;
  boxing(a: Vec, b: Vec): void;
  pan(dx: number, dy: number): void;
  zoom(at: Vec, factor: number): void;
  /** The pointer without a press; null when it leaves. */
  hover(at: Vec | null): void;
}

/** How far a press may wander and still be a click, px. */
const CLICK_REACH = 3;

/** Turns pointer events on an element into uses of the drawing. */
export class PointerControl {
  private press: {
    hit: Hit;
    start: Vec;
    last: Vec;
    doing: 'nothing' | 'drag' | 'pan' | 'box';
    id: number;
  } | null = null;
  private readonly listeners: (() => void)[] = [];

  constructor(
    private readonly element: HTMLElement,
    private readonly use: PointerUse,
  ) {
    this.listen('pointerdown', (event) => this.down(event));
    this.listen('pointermove', (event) => this.move(event));
    this.listen('pointerup', (event) => this.up(event));
    this.listen('pointercancel', () => this.cancel());
    this.listen('pointerleave', () => {
      if (!this.press) this.use.hover(null);
    });
    this.listen('dblclick', (event) => {
      const at = this.at(event);
      this.use.doubleClick(this.use.hit(at), at);
    });
    this.listen('wheel', (event) => {
      event.preventDefault();
      this.use.zoom(this.at(event), Math.exp(-event.deltaY * 0.0015));
    });
  }

  destroy(): void {
    for (const stop of this.listeners) stop();
  }

  /** Ends a drag that is going on as if it had never been. */
  cancel(): void {
    if (this.press?.doing === 'drag') this.use.dragCancel();
    this.press = null;
  }

  private listen<K extends keyof HTMLElementEventMap>(
    kind: K,
    act: (event: HTMLElementEventMap[K]) => void,
  ): void {
    this.element.addEventListener(kind, act, { passive: false });
    this.listeners.push(() => this.element.removeEventListener(kind, act));
  }

  private at(event: MouseEvent): Vec {
    const box = this.element.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  private down(event: PointerEvent): void {
    if (event.button !== 0 || this.press) return;
    const at = this.at(event);
    this.element.setPointerCapture(event.pointerId);
    this.press = { hit: this.use.hit(at), start: at, last: at, doing: 'nothing', id: event.pointerId };
  }

  private move(event: PointerEvent): void {
    const at = this.at(event);
    const { press } = this;
    if (!press) {
      this.use.hover(at);
      return;
    }
    if (event.pointerId !== press.id) return;
    const keys = keysOf(event);
    if (press.doing === 'nothing') {
      if (Math.hypot(at.x - press.start.x, at.y - press.start.y) < CLICK_REACH) return;
      press.doing = this.begin(press.hit, press.start, keys);
    }
    if (press.doing === 'drag') this.use.drag(at, keys);
    else if (press.doing === 'box') this.use.boxing(press.start, at);
    else this.use.pan(at.x - press.last.x, at.y - press.last.y);
    press.last = at;
  }

  private begin(hit: Hit, start: Vec, keys: PressKeys): 'drag' | 'pan' | 'box' {
    if ((hit.on !== 'ground' || this.use.places()) && this.use.dragStart(hit, start, keys)) return 'drag';
    return keys.more ? 'box' : 'pan';
  }

  private up(event: PointerEvent): void {
    const { press } = this;
    if (!press || event.pointerId !== press.id) return;
    this.press = null;
    const at = this.at(event);
    if (press.doing === 'nothing') this.use.click(press.hit, press.start, keysOf(event));
    else if (press.doing === 'drag') this.use.dragEnd();
    else if (press.doing === 'box') this.use.box(press.start, at);
    this.use.hover(at);
  }
}

const keysOf = (event: PointerEvent): PressKeys => ({ more: event.shiftKey });
