export * from './stock';
export * from './section';
export * from './rings-box';
