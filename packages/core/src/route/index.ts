export { routeRoundWheels } from './route';
export type { MissedWheel, Route, RouteWheel, Turn, Wrap } from './route';
export { toothRadius } from './tooth-radius';
export type { Engagement } from './tooth-radius';
