export * from './write';
export * from './left-out';
