export * from './check';
export * from './finding';
export * from './found';
export * from './rule';
