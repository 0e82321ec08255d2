export * from './boxes';
export * from './neighbours';
export * from './row-crossings';
export * from './row-depths';
export * from './standing-rows';
