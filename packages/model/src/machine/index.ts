export * from './fitted-rows';
export * from './travel';
export * from './machine';
export * from './ties';
export * from './precompute';
export * from './body';
export * from './precomputed';
export * from './needs-precomputing';
