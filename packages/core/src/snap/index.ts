export * from './snap';
