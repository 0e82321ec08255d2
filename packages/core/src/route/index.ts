export { routeRoundWheels } from './route';
export type { Route, SpanSag, Wrap } from './route';
export { sketchRoute } from './sketch';
export type { RouteSketch } from './sketch';
export type { CutWheel, MissedWheel } from './watch';
export type { RouteWheel, Turn } from './wheel';
export { toothRadius } from './tooth-radius';
export type { Engagement } from './tooth-radius';
