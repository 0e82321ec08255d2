export { fitSentence, obstacleWords, percent, pieceWords, wayWords } from './fit-sentence';
export type { FitSentence, SentencePart, SentenceSubject } from './fit-sentence';
export { findingsOf, toleranceOf } from './findings';
export type { Finding } from './findings';
export type { MendProposal } from './mend-proposal';
export { pathSummary, pathWords, SHAPE_WORDS } from './path-words';
export { motionSummary, ordinal, pieceSummary, setOutSummary } from './summaries';
export type { NeighbourCut } from './neighbour-findings';
