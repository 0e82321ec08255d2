export * from './fit-sentence';
export * from './held-words';
export * from './path-words';
export * from './summaries';
