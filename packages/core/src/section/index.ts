export * from './stock';
export * from './section';
