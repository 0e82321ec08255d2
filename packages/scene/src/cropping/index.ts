export * from './crop';
