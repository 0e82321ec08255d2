export * from './drawn-path';
export * from './contour';
export * from './add-points';
export * from './ends';
export * from './join';
export * from './move-points';
export * from './shape-points';
