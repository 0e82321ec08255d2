import { inject, Injectable, type OnDestroy } from '@angular/core';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { RunAtWork } from './run-at-work.service';

/**
 * The places of the run at work that are chosen: one choice for the drawing, the tape and the
 * table. Places are numbered as they stand before the row travels. One for one job view.
 */
@Injectable()
export class PlaceChoice implements OnDestroy {
  private readonly runs = inject(RunAtWork);
  private readonly chosen = new BehaviorSubject<ReadonlySet<number>>(new Set());
  private readonly subscription: Subscription;
  private run: string | undefined;

  /** Emits at once, and after every change. */
  readonly places$ = this.chosen.asObservable();

  constructor() {
    this.subscription = this.runs.run$.subscribe((run) => {
      if (run?.id !== this.run) this.clear();
      this.run = run?.id;
    });
  }

  ngOnDestroy(): void {
    this.subscription.unsubscribe();
  }

  get places(): ReadonlySet<number> {
    return this.chosen.value;
  }

  choose(places: Iterable<number>): void {
    this.chosen.next(new Set(places));
  }

  /** Adds places, or takes them out where all of them are chosen already. */
  toggle(places: readonly number[]): void {
    const next = new Set(this.chosen.value);
    if (places.every((place) => next.has(place))) for (const place of places) next.delete(place);
    else for (const place of places) next.add(place);
    this.chosen.next(next);
  }

  clear(): void {
    if (this.chosen.value.size > 0) this.chosen.next(new Set());
  }
}
