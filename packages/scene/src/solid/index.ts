export * from './wheel-solid';
export * from './instances';
