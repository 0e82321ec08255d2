import { inject, Injectable, signal } from '@angular/core';
import { JobStore } from '../document/job-store.service';
import { SpotPicks, type Picked, type Spot } from '../session/spot-picks.service';
import { SpaceRows } from './space-rows.service';
import type { SpaceStage } from './space-stage';
import type { SpotDistances, SpotMeasure } from './spot-measure';

/** A measure as it is shown: between what, and what it comes to now. */
export interface ShownMeasure extends SpotDistances {
  readonly from: string;
  readonly to: string;
}

/** The measure between two picked spots of a view in space. */
@Injectable()
export class SpaceMeasure {
  private readonly store = inject(JobStore);
  private readonly spots = inject(SpotPicks);
  private readonly rows = inject(SpaceRows);
  private at: { readonly measure: SpotMeasure; readonly stage: SpaceStage; readonly names: string[] } | null =
    null;
  private turn = 0;
  readonly shown = signal<ShownMeasure | null>(null);

  /** Asks for two spots, and shows what is between them from then on. */
  begin(stage: SpaceStage): void {
    this.end();
    this.spots.ask(['Measure from here', 'Measure to here'], (spots) => void this.take(stage, spots));
  }

  end(): void {
    this.turn++;
    if (!this.at) return;
    const { measure, stage } = this.at;
    stage.over.remove(measure.group);
    measure.dispose();
    this.at = null;
    this.shown.set(null);
    stage.draw();
  }

  /** Things stand elsewhere. @param still whether they stay there for now */
  follow(still: boolean): void {
    if (!this.at) return;
    const { measure, names } = this.at;
    const distances = measure.take(still);
    if (distances) this.shown.set({ ...distances, from: names[0], to: names[1] });
    else this.end();
  }

  private async take(stage: SpaceStage, spots: readonly Spot[]): Promise<void> {
    const turn = ++this.turn;
    const { SpotMeasure } = await import('./spot-measure');
    // Meanwhile another was begun, or the view was left.
    if (turn !== this.turn) return;
    const measure = new SpotMeasure(spots, (run) => this.rows.of(run));
    this.at = { measure, stage, names: spots.map(({ on }) => this.nameOf(on)) };
    stage.over.add(measure.group);
    this.follow(true);
    stage.draw();
  }

  private nameOf(on: Picked | null): string {
    const { job } = this.store;
    if (!on) return 'a part of the machine';
    if (on.kind === 'wheel') return job?.wheels.find(({ id }) => id === on.wheel)?.name ?? 'a wheel';
    const run = job?.runs.find(({ id }) => id === on.run)?.name;
    return `place ${on.place + 1}${run === undefined ? '' : ` of ${run}`}`;
  }
}
