export * from './job';
export * from './units';
export * from './catalogue';
export * from './resolve';
export * from './words';
export * from './demo';
export * from './history';
export * from './starters';
