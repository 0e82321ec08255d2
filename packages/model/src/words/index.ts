export { fitSentence, obstacleWords, percent, pieceWords } from './fit-sentence';
export type { FitSentence, SentencePart, SentenceSubject } from './fit-sentence';
export { findingsOf } from './findings';
export type { Finding } from './findings';
export { motionSummary, ordinal, pathSummary, pieceSummary, sequenceSummary } from './summaries';
