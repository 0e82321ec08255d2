import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { JobContext } from '../../session/job-context.service';
import { PlaceChoice } from '../../session/place-choice.service';
import type { DrawingStage } from '../drawing-stage';
import type { DrawingPart } from './part';

/** What is chosen: a wheel, places of the row, a place that was gone to. */
@Injectable()
export class ChoicesPart implements DrawingPart {
  private readonly context = inject(JobContext);
  private readonly places = inject(PlaceChoice);
  private readonly destroyed = inject(DestroyRef);

  attach(stage: DrawingStage): void {
    this.context.wheel$.pipe(takeUntilDestroyed(this.destroyed)).subscribe((id) => stage.select(id));
    this.places.places$
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe((chosen) => stage.showPlaces(chosen));
    this.context.spot$.pipe(takeUntilDestroyed(this.destroyed)).subscribe((s) => stage.goTo(s));
  }
}
