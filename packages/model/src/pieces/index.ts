export * from './take';
export * from './own';
export * from './outline-points';
export * from './own-link';
