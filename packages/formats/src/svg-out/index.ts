export * from './write';
export * from './motion';
