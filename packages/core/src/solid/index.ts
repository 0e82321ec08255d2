export * from './mesh';
export * from './measure';
export * from './rings';
export * from './extrude';
export * from './revolve';
export * from './sweep';
export * from './shade';
export * from './tube';
