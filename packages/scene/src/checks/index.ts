export * from './check';
export * from './check-job';
export * from './finding';
export * from './found';
export * from './rule';
