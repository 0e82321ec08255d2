import type { JobStore } from '../../document/job-store.service';
import type { FitService } from '../../engine/fit.service';
import type { PathMarks } from '../../picking/path-marks.service';
import { AnchorTool, type AnchorGround } from './anchor-tool';
import { MarkTool } from './mark-tool';
import type { PathTool } from './path-tool';
import { PlaceTool } from './place-tool';
import { PictureTool } from './picture-tool';
import { SpacingTool } from './spacing-tool';

/** What the tools of the steps after the path work with. */
export interface StepGround extends AnchorGround {
  readonly store: JobStore;
  readonly fits: FitService;
  readonly marks: PathMarks;
  readonly pathTool: PathTool;
}

/** The tools of the steps after the path: loaded once the drawing stands there. */
export interface StepTools {
  readonly place: PlaceTool;
  readonly picture: PictureTool;
  readonly spacing: SpacingTool;
  readonly mark: MarkTool;
  readonly anchor: AnchorTool;
}

export function stepTools(ground: StepGround): StepTools {
  const { stage, store, fits, marks, places, pathTool } = ground;
  return {
    place: new PlaceTool(stage, places),
    picture: new PictureTool(stage, store, fits, pathTool),
    spacing: new SpacingTool(stage, store, fits, pathTool),
    mark: new MarkTool(stage, fits, marks),
    anchor: new AnchorTool(ground),
  };
}
