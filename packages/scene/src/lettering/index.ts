export * from './begin';
export * from './lettered-box';
export * from './letters';
export * from './reach';
