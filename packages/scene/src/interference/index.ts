export * from './neighbours';
