export * from './parts-list';
export * from './job-parts';
