import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { merge } from 'rxjs';
import { FitService } from '../../engine/fit.service';
import { MachineView } from '../../engine/machine-view.service';
import { JobContext } from '../../session/job-context.service';
import { PlaceChoice } from '../../session/place-choice.service';
import { Playback } from '../../session/playback.service';
import type { DrawingStage } from '../drawing-stage';
import type { DrawingPart } from './part';

/** The frame that is shown, the way of a link through the loop, and whether a body drives. */
@Injectable()
export class MotionPart implements DrawingPart {
  private readonly fits = inject(FitService);
  private readonly machine = inject(MachineView);
  private readonly playback = inject(Playback);
  private readonly places = inject(PlaceChoice);
  private readonly context = inject(JobContext);
  private readonly destroyed = inject(DestroyRef);
  private turn = 0;

  attach(stage: DrawingStage): void {
    merge(this.machine.state$, this.places.places$, this.context.trail$, this.context.step$)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe(() => this.showTrail(stage));
    this.context.step$
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe((step) => this.drive(stage, step === 'motion'));
    this.playback.position$
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe(({ frame }) => stage.moveTo(frame));
  }

  /** What paints the ground is loaded when something first drives over it. */
  private drive(stage: DrawingStage, drives: boolean): void {
    if (!drives) stage.setDrives(null);
    else
      void import('../ground-painter').then(({ paintGround }) => {
        if (this.context.at === 'motion') stage.setDrives(paintGround);
      });
  }

  /** The way of the chosen link, or of the first where none is chosen. What follows it is loaded when one is shown. */
  private showTrail(stage: DrawingStage): void {
    const { machine } = this.machine.now;
    const run = this.fits.now.view?.resolved.run.id;
    const [place] = [...this.places.places];
    const turn = ++this.turn;
    if (!this.context.trailShown || !machine || run === undefined) {
      stage.showTrail(null);
      return;
    }
    const drives = this.context.at === 'motion';
    void import('../trail').then(({ paintTrail, trailOf }) => {
      // Another one was asked for meanwhile.
      if (turn !== this.turn) return;
      const trail = trailOf(machine, run, place ?? 0, drives);
      stage.showTrail(trail && ((ctx, frame, pixel) => paintTrail(ctx, trail, frame, pixel)));
    });
  }
}
