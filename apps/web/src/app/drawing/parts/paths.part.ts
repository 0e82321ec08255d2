import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { merge } from 'rxjs';
import { Findings } from '../../engine/findings.service';
import { FitService } from '../../engine/fit.service';
import { JobContext } from '../../session/job-context.service';
import { PathWork } from '../../session/path-work.service';
import type { DrawingStage } from '../drawing-stage';
import type { DrawingPart } from './part';

/** Paths that no fitted row shows, and places where the path at work comes close to itself. */
@Injectable()
export class PathsPart implements DrawingPart {
  private readonly fits = inject(FitService);
  private readonly findings = inject(Findings);
  private readonly found$ = toObservable(this.findings.ofRow);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly destroyed = inject(DestroyRef);

  attach(stage: DrawingStage): void {
    const { fits, context, work } = this;
    merge(fits.state$, work.path$)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe(() => stage.showSketches(fits.now.sketches, work.path?.id ?? null));
    merge(this.found$, context.step$, work.path$)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe(() => {
        const { view } = fits.now;
        const own = view?.resolved.path.id === work.path?.id;
        stage.showFindings(this.findings.ofRow(), own && context.at === 'path');
      });
  }
}
