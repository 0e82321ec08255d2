export * from './jobs';
