export * from './back';
export * from './next-hit';
export * from './ring';
export * from './obstacles';
