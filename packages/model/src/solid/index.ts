export * from './solid';
export * from './piece-solid';
export * from './wheel-discs';
