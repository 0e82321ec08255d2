export * from './read-body';
export * from './read-solids';
export * from './mend';
export * from './thin';
