export {
  hangBy,
  hangingOf,
  meshingOf,
  oneContour,
  outlineContour,
  pathContour,
  routeSource,
  sourceOf,
} from './path';
export { findRun, resolveRun } from './run';
export type { ResolvedRun } from './run';
export { resolveSetOut } from './set-out';
export type { ResolvedSetOut } from './set-out';
export { reachWay } from './set-out-paths';
export type { Boundary } from './set-out-paths';
export { insideSide } from './side';
export { restingAnchor, sliderCrank } from './resting-anchor';
export { toleranceOf } from './tolerance';
export { inputsOfRun } from './inputs';
