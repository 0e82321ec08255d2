import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { asapScheduler, auditTime, merge } from 'rxjs';
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
import type { DrawingStage } from '../drawing-stage';
import { AnchorTool } from '../tools/anchor-tool';
import { MarkTool } from '../tools/mark-tool';
import { PathTool } from '../tools/path-tool';
import { PlaceTool } from '../tools/place-tool';
import { PointerControl } from '../tools/pointer';
import { SpacingTool } from '../tools/spacing-tool';
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
    const placeTool = new PlaceTool(stage, places);
    const spacingTool = new SpacingTool(stage, store, fits, pathTool);
    const markTool = new MarkTool(stage, fits, marks);
    const anchorTool = new AnchorTool({
      stage,
      store,
      context,
      work: anchors,
      view: this.machine,
      playback,
      places,
    });
    const control = new PointerControl(
      stage.element,
      new ToolInTurn(() => {
        if (marks.now) return markTool;
        if (context.at === 'set-out') return placeTool;
        if (context.at === 'motion' || anchors.now) return anchorTool;
        return context.at === 'fit' ? spacingTool : pathTool;
      }),
    );
    this.destroyed.onDestroy(() => control.destroy());
    const handles = (): readonly Handle[] => {
      if (context.at === 'motion') return anchorTool.handles();
      // While places are set out, what moves the path is out of the way.
      if (context.at === 'set-out') return [];
      if (context.at === 'path') return pathTool.handles();
      // A wheel is taken hold of as it is, in any step; what shapes the path is shown where that is worked on.
      const wheels = pathTool.handles().filter(({ look }) => look === 'wheel');
      const grip = context.at === 'fit' ? spacingTool.grip() : null;
      return grip
        ? [...wheels, { grip: { of: 'spacing' }, look: 'spacing', x: grip.x, y: grip.y, from: grip.from }]
        : wheels;
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
    )
      // Of what changes together, handles are made once.
      .pipe(auditTime(0, asapScheduler), takeUntilDestroyed(this.destroyed))
      .subscribe(() => {
        stage.setHandles(handles());
        stage.setOverlay({ marks: pathTool.marks() });
      });
    playback.position$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(() => {
      if (context.at === 'motion') stage.setHandles(anchorTool.handles());
    });
  }
}
