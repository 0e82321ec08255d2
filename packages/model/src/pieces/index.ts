export * from './take';
export * from './own';
export * from './outline-points';
export * from './own-link';
export * from './own-solid';
export * from './round-holes';
export * from './drawn-section';
