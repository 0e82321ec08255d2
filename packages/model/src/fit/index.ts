export * from './hold';
export * from './span';
export * from './tension';
