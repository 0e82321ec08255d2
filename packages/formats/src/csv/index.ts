export * from './read';
export * from './table';
export * from './read-space';
export * from './write';
