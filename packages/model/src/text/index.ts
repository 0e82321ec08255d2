export * from './fit-sentence';
export * from './held-words';
export * from './path-words';
export * from './rope-words';
export * from './summaries';
