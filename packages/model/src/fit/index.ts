export { holdChange } from './hold';
export { defaultSpan, spansOfRoute } from './span';
export type { RouteSpan } from './span';
export { defaultTension, tensionOfWheel } from './tension';
