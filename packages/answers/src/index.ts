export * from './answers';
export type { AskedSource } from './source';
export * from './check-answer';
export * from './motion-answers';
export * from './set-out-answers';
export * from './solid-answer';
export * from './solid-file-answer';
export * from './questions';
export * from './export-answer';
