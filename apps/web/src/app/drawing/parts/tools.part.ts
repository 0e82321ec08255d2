import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { asapScheduler, auditTime, filter, merge, skip, Subject } from 'rxjs';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { MachineView } from '../../engine/machine-view.service';
import { MeasuredPaths } from '../../engine/measured-paths.service';
import type { Handle } from '../../path-kinds';
import { AnchorWork } from '../../picking/anchor-work.service';
import { PathMarks } from '../../picking/path-marks.service';
import { JobContext } from '../../session/job-context.service';
import { PathWork } from '../../session/path-work.service';
import { PlaceChoice } from '../../session/place-choice.service';
import { Playback } from '../../session/playback.service';
import { afterThePicture } from '../../shared/after-the-picture';
import type { DrawingStage } from '../drawing-stage';
import { PathTool } from '../tools/path-tool';
import { PointerControl } from '../tools/pointer';
import type { StepTools } from '../tools/step-tools';
import { ToolInTurn } from '../tools/tool-in-turn';
import type { DrawingPart } from './part';

/** What presses on the drawing do at the step at work, and the handles that they take hold of. */
@Injectable()
export class ToolsPart implements DrawingPart {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly paths = inject(MeasuredPaths);
  private readonly places = inject(PlaceChoice);
  private readonly marks = inject(PathMarks);
  private readonly machine = inject(MachineView);
  private readonly anchors = inject(AnchorWork);
  private readonly playback = inject(Playback);
  private readonly destroyed = inject(DestroyRef);

  attach(stage: DrawingStage): void {
    const { store, fits, context, work, paths, places, marks, anchors, playback } = this;
    const pathTool = new PathTool({ store, fits, context, work, paths, stage });
    const view = this.machine;
    const ground = { stage, store, fits, context, marks, work: anchors, view, playback, places, pathTool };
    let steps: StepTools | null = null;
    const control = new PointerControl(
      stage.element,
      new ToolInTurn(() => {
        if (!steps) return pathTool;
        if (marks.now) return steps.mark;
        if (context.at === 'set-out') return steps.place;
        if (context.at === 'motion' || anchors.now) return steps.anchor;
        if (context.at === 'link') return steps.picture;
        return context.at === 'fit' ? steps.spacing : pathTool;
      }),
    );
    // The tools of later steps come once the drawing stands there.
    const came = new Subject<void>();
    const load = (): void => {
      void import('../tools/step-tools').then(
        ({ stepTools }) => {
          steps ??= stepTools(ground);
          came.next();
        },
        // What cannot be fetched now is asked for again at the next step.
        () => undefined,
      );
    };
    this.destroyed.onDestroy(afterThePicture(load));
    context.step$
      .pipe(
        skip(1),
        filter(() => !steps),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe(load);
    this.destroyed.onDestroy(() => control.destroy());
    const handles = (): readonly Handle[] => {
      if (context.at === 'motion') return steps?.anchor.handles() ?? [];
      // While places are set out, what moves the path is out of the way.
      if (context.at === 'set-out') return [];
      if (context.at === 'path') return pathTool.handles();
      // A wheel is taken hold of as it is, in any step; what shapes the path is shown where that is worked on.
      const wheels = pathTool.handles().filter(({ look }) => look === 'wheel');
      if (context.at === 'fit') return [...wheels, ...(steps?.spacing.grips() ?? [])];
      return context.at === 'link' ? [...wheels, ...(steps?.picture.grips() ?? [])] : wheels;
    };
    merge(
      store.job$,
      this.machine.state$,
      context.step$,
      context.anchor$,
      work.choice$,
      work.mode$,
      work.picks$,
      work.measured$,
      came,
    )
      // Of what changes together, handles are made once.
      .pipe(auditTime(0, asapScheduler), takeUntilDestroyed(this.destroyed))
      .subscribe(() => {
        stage.setHandles(handles());
        stage.setOverlay({ marks: pathTool.marks() });
      });
    playback.position$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(() => {
      if (context.at === 'motion' && steps) stage.setHandles(steps.anchor.handles());
    });
  }
}
