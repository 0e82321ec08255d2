export * from './take';
export * from './own';
export * from './own-link';
