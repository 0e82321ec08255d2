import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { first, switchMap } from 'rxjs';
import { JobStore } from '../../document/job-store.service';
import { FitService, type FitView } from '../../engine/fit.service';
import { MachineView } from '../../engine/machine-view.service';
import { JobContext } from '../../session/job-context.service';
import { PathWork } from '../../session/path-work.service';
import { Playback } from '../../session/playback.service';
import type { DrawingStage } from '../drawing-stage';
import type { ShownRow } from '../row-painters';
import type { DrawingPart } from './part';

/** The rows as they are fitted, and the machine they make. */
@Injectable()
export class RowsPart implements DrawingPart {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly machine = inject(MachineView);
  private readonly playback = inject(Playback);
  private readonly work = inject(PathWork);
  private readonly context = inject(JobContext);
  private readonly destroyed = inject(DestroyRef);
  private shown = false;

  attach(stage: DrawingStage): void {
    // It tells of every fit, and of what was worked out ahead for it.
    this.machine.state$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ machine }) => {
      stage.setMachine(machine, this.playback.now.frame);
      this.show(stage);
    });
    this.store.gesturing$
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe((going) => stage.setChanging(going));
    // What was asked for is there once the row is fitted anew.
    this.context.all$
      .pipe(
        takeUntilDestroyed(this.destroyed),
        switchMap(() => {
          const { of } = this.fits.now;
          return this.fits.state$.pipe(first((state) => state.of !== of));
        }),
      )
      .subscribe(() => stage.showAll());
  }

  private show(stage: DrawingStage): void {
    const { view, others, problem, sketches } = this.fits.now;
    const order = new Map((view?.job ?? this.store.job)?.runs.map(({ id }, i) => [id, i]));
    const place = ({ run }: ShownRow): number => order.get(run) ?? 0;
    const rows = [...(view ? [view] : []), ...others].map(shownRow).sort((a, b) => place(a) - place(b));
    stage.show(rows, view?.resolved.run.id ?? null, problem !== null, problem?.wheels ?? []);
    // All of it is shown once, when it is first known; from then on the view is the user's.
    if (!this.shown && (view || problem)) {
      this.shown = true;
      stage.showSketches(sketches, this.work.path?.id ?? null);
      stage.showAll();
    }
  }
}

function shownRow({ fit, setOut, resolved }: FitView): ShownRow {
  return { run: resolved.run.id, fit, setOut, sequence: resolved.sequence };
}
