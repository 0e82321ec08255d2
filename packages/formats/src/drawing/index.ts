export * from './drawing';
export * from './join';
export * from './read';
