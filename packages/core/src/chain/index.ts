export * from './back';
export * from './next-hit';
export * from './ring';
export * from './ring-in-space';
export * from './ring-on';
export * from './obstacles';
