export { railOf, readRail } from './rail';
export type { Rail } from './rail';
export { bendOutline, fineOutline } from './outline';
export type { FineOutline } from './outline';
export { MOST_CROSSING_CHORDS, selfCrossing } from './crossing';
