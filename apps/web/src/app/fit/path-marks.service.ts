import { inject, Injectable } from '@angular/core';
import { findCorners, type MeasuredPath } from '@coin-relay/core';
import { BehaviorSubject } from 'rxjs';
import { FitService } from './fit.service';

/** What a place on the path is asked for: to be met by a pin, or to run both ways from. */
export type MarkFor = 'meet' | 'middle';

/** Asks for a place on the path of the row at work: the next click on the drawing or the tape gives it. */
@Injectable()
export class PathMarks {
  private readonly fits = inject(FitService);
  private readonly asking = new BehaviorSubject<MarkFor | null>(null);
  private use: ((s: number) => void) | null = null;

  /** Emits at once, and after every change. */
  readonly asking$ = this.asking.asObservable();

  get now(): MarkFor | null {
    return this.asking.value;
  }

  /** Asks, or with null asks no more. */
  ask(what: MarkFor | null, use: ((s: number) => void) | null = null): void {
    this.use = use;
    if (what !== this.asking.value) this.asking.next(what);
  }

  /** Gives the place that was asked for, or the corner it is near to. @param reach mm */
  take(s: number, reach: number): void {
    const { view } = this.fits.now;
    const { use } = this;
    this.ask(null);
    if (view && use) use(nearCorner(view.fit.layout.path, s, reach));
  }
}

/**
 * The corner, or the end of the path, within reach of a place; where there is none the place
 * itself, as round a number as it can be aimed at.
 */
export function nearCorner(path: MeasuredPath, s: number, reach: number): number {
  const { length, closed } = path;
  const within = Math.max(0, Math.min(length, s));
  const stops = [...findCorners(path).map((corner) => corner.s), ...(closed ? [] : [0, length])];
  const step = 10 ** Math.floor(Math.log10(Math.max(reach, 1e-6) / 4));
  let best = Math.min(length, Math.round(within / step) * step);
  let least = reach;
  for (const stop of stops) {
    const off = Math.abs(stop - within);
    const far = closed ? Math.min(off, length - off) : off;
    if (far <= least) [best, least] = [stop, far];
  }
  return best;
}
