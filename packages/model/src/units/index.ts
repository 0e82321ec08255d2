export * from './length';
export * from './parse-length';
