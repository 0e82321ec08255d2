export * from './spring';
export * from './coil';
