export * from './mend';
export * from './mends';
