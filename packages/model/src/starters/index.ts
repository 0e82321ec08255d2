export * from './new-jobs';
