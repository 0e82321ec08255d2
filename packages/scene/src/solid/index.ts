export * from './wheel-solid';
export * from './instances';
export * from './masters';
export * from './tie-lines';
export * from './row-reach';
export * from './bent-copies';
export * from './boundary-cells';
export * from './pose-depths';
