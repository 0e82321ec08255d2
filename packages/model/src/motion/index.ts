export * from './repeat';
export * from './facts';
export * from './closing';
