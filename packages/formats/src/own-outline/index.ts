export * from './from-lines';
