export * from './wheel-solid';
export * from './instances';
export * from './masters';
export * from './tie-lines';
export * from './row-depths';
export * from './bent-copies';
