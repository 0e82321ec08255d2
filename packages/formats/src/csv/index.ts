export * from './read';
export * from './read-space';
export * from './write';
