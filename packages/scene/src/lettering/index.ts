export * from './begin';
export * from './letters';
