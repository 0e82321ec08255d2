export { parallelContours } from './offset';
export type { OffsetOptions } from './offset';
export { inArcs, plainDistance } from './arcs';
export type { Plain } from './arcs';
