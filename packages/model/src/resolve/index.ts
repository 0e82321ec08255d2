export * from './path';
export * from './run';
export * from './set-out';
export * from './set-out-paths';
export * from './side';
export * from './resting-anchor';
export * from './tolerance';
export * from './inputs';
