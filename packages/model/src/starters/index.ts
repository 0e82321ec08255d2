export * from './new-jobs';
export * from './route-job';
