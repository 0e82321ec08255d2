import { nearestOnPath, type Vec } from '@coin-relay/core';
import type { FitService } from '../../engine/fit.service';
import type { PathMarks } from '../../picking/path-marks.service';
import type { DrawingStage } from '../drawing-stage';
import { toModel } from '@coin-relay/painting';
import { ClickingTool } from './clicking-tool';
import type { Hit } from './pointer';

/** How near a click has to be to the path, and how far a mark jumps to a corner, px. */
const REACH = 16;

/** The tool while a place on the row's path is asked for. */
export class MarkTool extends ClickingTool {
  constructor(
    stage: DrawingStage,
    private readonly fits: FitService,
    private readonly marks: PathMarks,
  ) {
    super(stage);
  }

  hit(at: Vec): Hit {
    const { view } = this.fits.now;
    if (!view) return { on: 'ground' };
    const { scale } = this.stage.current;
    const { s, distance } = nearestOnPath(view.fit.layout.path, toModel(this.stage.current, at.x, at.y));
    return distance * scale <= REACH ? { on: 'path', s } : { on: 'ground' };
  }

  click(hit: Hit): void {
    if (hit.on === 'path') this.marks.take(hit.s, REACH / this.stage.current.scale);
    else this.marks.ask(null);
  }

  hover(): void {
    this.stage.hover(null, 'crosshair');
  }
}
