export * from './jobs';
export * from './links';
export * from './pictures';
export * from './questions';
export * from './solids';
export * from './supplier';
