export { samplePath, readSampledPath } from './sampled-path';
export type { SampledPath } from './sampled-path';
export { bendOutline, fineOutline } from './outline';
export type { FineOutline } from './outline';
export { MOST_CROSSING_CHORDS, selfCrossing } from './crossing';
