export { neighbourCuts } from './neighbours';
export type { NeighbourCut } from './neighbours';
