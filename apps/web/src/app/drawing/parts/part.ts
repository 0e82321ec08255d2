import type { DrawingStage } from '../drawing-stage';

/** A part of the drawing: once there is a stage, it shows there what it follows. */
export interface DrawingPart {
  attach(stage: DrawingStage): void;
}
