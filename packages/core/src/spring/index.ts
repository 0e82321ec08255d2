export { MOST_COILS, springAt, springFacts, USUAL_INDEX } from './spring';
export type { Spring, SpringEnds, SpringFacts, SpringState } from './spring';
export { coilView, diameterAt } from './coil';
export type { CoilView } from './coil';
