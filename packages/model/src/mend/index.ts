export * from './mend';
