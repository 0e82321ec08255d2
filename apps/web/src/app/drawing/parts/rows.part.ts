import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { besideSetting, type KeptSetting, type ResolvedSetOut } from '@coin-relay/model';
import { first, skip, switchMap } from 'rxjs';
import { JobStore } from '../../document/job-store.service';
import { FitService, type FitView } from '../../engine/fit.service';
import { MachineView } from '../../engine/machine-view.service';
import { JobContext } from '../../session/job-context.service';
import { KeptSettings } from '../../session/kept-setting.service';
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
  private readonly kept = inject(KeptSettings);
  private readonly beside = new WeakMap<ResolvedSetOut, readonly [KeptSetting, ResolvedSetOut]>();
  private shown = false;

  attach(stage: DrawingStage): void {
    // It tells of every fit, and of what was worked out ahead for it.
    this.machine.state$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ machine }) => {
      stage.setMachine(machine, this.playback.now.frame);
      this.show(stage);
    });
    this.kept.kept$.pipe(skip(1), takeUntilDestroyed(this.destroyed)).subscribe(() => this.show(stage));
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
    const rows = [...(view ? [view] : []), ...others]
      .map((row) => this.shownRow(row))
      .sort((a, b) => place(a) - place(b));
    stage.show(rows, view?.resolved.run.id ?? null, problem !== null, problem?.wheels ?? []);
    // All of it is shown once, when it is first known; from then on the view is the user's.
    if (!this.shown && (view || problem)) {
      this.shown = true;
      stage.showSketches(sketches, this.work.path?.id ?? null);
      stage.begin();
    }
  }

  private shownRow({ fit, setOut, resolved }: FitView): ShownRow {
    return { run: resolved.run.id, fit, setOut: this.compared(setOut), sequence: resolved.sequence };
  }

  /** With the setting that was kept beside the present one; the same again as long as both are the same. */
  private compared(setOut: ResolvedSetOut): ResolvedSetOut {
    const kept = this.kept.now;
    if (!kept) return setOut;
    const known = this.beside.get(setOut);
    if (known?.[0] === kept) return known[1];
    const made = besideSetting(setOut, kept);
    this.beside.set(setOut, [kept, made]);
    return made;
  }
}
