export { backwards } from './back';
export { chordStepper, marchChords, marchSpans } from './next-hit';
export { RingSolver } from './ring';
export type { RingPattern, RingSolution } from './ring';
export { findObstacles, leastRadius } from './obstacles';
export type { Obstacle } from './obstacles';
