export * from './begin';
export * from './lettered-box';
export * from './letters';
