export * from './error';
export * from './limits';
export * from './math';
export * from './path';
export * from './route';
export * from './chain';
export * from './fit';
export * from './motion';
