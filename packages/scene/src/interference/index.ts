export * from './boxes';
export * from './neighbours';
export * from './neighbour-poses';
export * from './pose-cuts';
export * from './row-crossings';
export * from './row-depths';
export * from './standing-rows';
