export * from './shape';
export * from './contour';
export * from './place';
