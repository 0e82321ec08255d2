export * from './hang';
