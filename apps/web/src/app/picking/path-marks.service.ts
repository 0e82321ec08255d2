import { inject, Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
import { FitService } from '../engine/fit.service';
import { nearCorner } from './near-corner';

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
