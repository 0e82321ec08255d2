export * from './write';
export * from './left-out';
export * from './motion';
