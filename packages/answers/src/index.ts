export * from './answers';
export * from './check-answer';
export * from './motion-answers';
export * from './set-out-answers';
export * from './questions';
export * from './export-answer';
