export * from './growth';
export * from './line';
export * from './section-at';
export * from './looks';
