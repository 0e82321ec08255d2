export * from './solid';
export * from './piece-solid';
export * from './wheel-discs';
export * from './piece-depth';
export * from './surface-heights';
export * from './silhouette';
export * from './silhouette-data';
