export * from './drawing';
export * from './join';
export * from './read';
export * from './turn-up';
