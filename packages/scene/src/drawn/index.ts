export * from './half-shapes';
export * from './item';
export * from './looks';
export * from './machine-items';
export * from './row-items';
