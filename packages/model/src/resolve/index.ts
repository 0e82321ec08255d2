export { hangingOf, meshingOf, oneContour, outlineContour, pathContour, routeSource, sourceOf } from './path';
export { findRun, resolveRun } from './run';
export type { ResolvedRun } from './run';
