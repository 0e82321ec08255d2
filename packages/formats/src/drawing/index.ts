export { DRAWING_LIMITS, pickContour } from './drawing';
export type { Drawing, DrawnContour, Skipped } from './drawing';
export { joinDrawing } from './join';
export type { JoinedContour } from './join';
export { drawingFormat, readDrawing } from './read';
export type { DrawingFormat } from './read';
