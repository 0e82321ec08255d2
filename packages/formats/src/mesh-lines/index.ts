export * from './obj';
