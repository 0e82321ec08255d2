export * from './write-flat';
export * from './write-space';
