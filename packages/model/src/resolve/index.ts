export { findRun, oneContour, outlineContour, resolveRun, sourceOf } from './run';
export type { ResolvedRun } from './run';
