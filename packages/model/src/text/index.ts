export * from './fit-sentence';
export * from './path-words';
export * from './summaries';
