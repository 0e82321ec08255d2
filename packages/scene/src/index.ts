export * from './figures';
export * from './placing';
export * from './machine-parts';
export * from './interference';
export * from './cropping';
export * from './parts-list';
export * from './drawn';
export * from './checks';
