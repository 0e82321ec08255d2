import type { Vec } from '@coin-relay/core';
import { fitView, toModel, toScreen, zoomAbout, type Bounds, type ViewPort } from '@coin-relay/painting';

/** Room round the picture, px, when all of it is shown. */
const MARGIN = 46;
/** A place within this part of the way from the middle to the edge is well in sight. */
const WELL = 0.85;
/** How far from the edge what lies out of sight is pointed at, px. */
const EDGE = 26;
/** What reaches so far over the edge is still taken to be in the picture, px. */
const SLIP = 1;

/** What the part of the drawing that is seen depends on. */
export interface Sight {
  /** Of the drawing surface, px. */
  size(): { readonly width: number; readonly height: number };
  /** All that is drawn, mm. */
  bounds(): Bounds;
  /** Is all of it made? */
  ready(): boolean;
  changed(view: ViewPort): void;
}

/**
 * The part of the drawing that is seen. All of it, also once there is more of it or the surface
 * is of another size, until the user moves it himself; to be shown all again it follows again.
 */
export class Seen {
  private now: ViewPort = { scale: 1, x: 0, y: 0 };
  private moved = false;
  /** All was to be shown before all was made. */
  private waiting = false;

  constructor(private readonly sight: Sight) {}

  get view(): ViewPort {
    return this.now;
  }

  all(): void {
    const { width, height } = this.sight.size();
    this.moved = false;
    this.set(fitView(this.sight.bounds(), width, height, MARGIN));
    this.waiting = !this.sight.ready();
  }

  /** The part that the user moved to himself; null while all is followed. */
  get own(): ViewPort | null {
    return this.moved ? this.now : null;
  }

  /** All of it, unless the user has moved it himself. */
  begin(own: ViewPort | null): void {
    if (own) this.move(own);
    else this.all();
  }

  /** What is drawn has changed: what has left the picture is brought into it. */
  follow(): void {
    if (!this.sight.ready()) return;
    if (this.waiting || (!this.moved && !this.holds(this.sight.bounds()))) this.all();
  }

  /** The surface has another size: the middle of what is seen stays the middle, or all is seen. */
  resized(before: { readonly width: number; readonly height: number }): void {
    if (!this.moved) {
      this.all();
      return;
    }
    const { width, height } = this.sight.size();
    const { scale, x, y } = this.now;
    this.set({ scale, x: x + (width - before.width) / 2, y: y + (height - before.height) / 2 });
  }

  zoom(factor: number, at?: Vec): void {
    const { width, height } = this.sight.size();
    const { x, y } = at ?? { x: width / 2, y: height / 2 };
    this.move(zoomAbout(this.now, x, y, factor));
  }

  pan(dx: number, dy: number): void {
    this.move({ ...this.now, x: this.now.x + dx, y: this.now.y + dy });
  }

  /** Brings a place into the middle, px; what is well in sight already stays where it is. */
  goTo(p: Vec): void {
    const { width, height } = this.sight.size();
    const off = Math.max(Math.abs(p.x / width - 0.5), Math.abs(p.y / height - 0.5)) * 2;
    if (off > WELL) this.pan(width / 2 - p.x, height / 2 - p.y);
  }

  /** What is seen, mm. */
  get box(): Bounds {
    const { width, height } = this.sight.size();
    const low = toModel(this.now, 0, height);
    const high = toModel(this.now, width, 0);
    return [low.x, low.y, high.x, high.y];
  }

  /** Where at the edge to look for what lies out of sight, px, with the way there; null where some of it is in sight. */
  wayTo([x0, y0, x1, y1]: Bounds): { readonly x: number; readonly y: number; readonly angle: number } | null {
    const [a, b, c, d] = this.box;
    if (x1 >= a && x0 <= c && y1 >= b && y0 <= d) return null;
    const { width, height } = this.sight.size();
    const to = toScreen(this.now, (x0 + x1) / 2, (y0 + y1) / 2);
    const [dx, dy] = [to.x - width / 2, to.y - height / 2];
    const k = Math.min((width / 2 - EDGE) / Math.abs(dx || 1e-9), (height / 2 - EDGE) / Math.abs(dy || 1e-9));
    return { x: width / 2 + k * dx, y: height / 2 + k * dy, angle: Math.atan2(dy, dx) };
  }

  private holds([x0, y0, x1, y1]: Bounds): boolean {
    const [a, b, c, d] = this.box;
    const slip = SLIP / this.now.scale;
    return x0 >= a - slip && y0 >= b - slip && x1 <= c + slip && y1 <= d + slip;
  }

  private move(view: ViewPort): void {
    this.moved = true;
    this.waiting = false;
    this.set(view);
  }

  private set(view: ViewPort): void {
    this.now = view;
    this.sight.changed(view);
  }
}
