export * from './solid';
export * from './piece-solid';
