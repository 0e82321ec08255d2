export * from './parts';
export * from './gear';
export * from './ties';
export * from './bounds';
export * from './part';
export * from './ground';
