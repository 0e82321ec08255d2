export { fitSentence, obstacleWords, percent, pieceWords, wayWords } from './fit-sentence';
export type { FitSentence, SentencePart, SentenceSubject } from './fit-sentence';
export { pathSummary, pathWords, SHAPE_WORDS } from './path-words';
export { motionSummary, ordinal, pieceSummary, setOutSummary } from './summaries';
