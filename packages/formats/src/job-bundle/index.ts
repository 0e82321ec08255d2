export * from './named';
export * from './read';
export * from './write';
