export * from './chance';
export * from './order';
export * from './roles';
export * from './places';
export * from './boundary';
export * from './rest';
export * from './wire-shapes';
