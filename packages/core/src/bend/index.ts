export * from './sampled-path';
export * from './outline';
export * from './crossing';
