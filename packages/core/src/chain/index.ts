export { backwards } from './back';
export { chordStepper, marchChords } from './next-hit';
export { RingSolver } from './ring';
export type { RingSolution } from './ring';
export { findObstacles, leastRadius } from './obstacles';
export type { Obstacle } from './obstacles';
