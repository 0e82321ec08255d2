export * from './wheel-solid';
