export { breathingRow, checkBreath, MOST_BREATH, periodsOf } from './breathing-row';
export type { Breath } from './breathing-row';
export { loopingNoise } from './looping-noise';
export type { LoopingNoise } from './looping-noise';
