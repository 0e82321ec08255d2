export * from './behaviour-words';
export * from './materials';
export * from './entries';
