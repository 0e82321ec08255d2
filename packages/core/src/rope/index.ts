export * from './bend-gap';
export * from './strands';
export * from './whole-lays';
export * from './strand-lines';
export * from './winding';
