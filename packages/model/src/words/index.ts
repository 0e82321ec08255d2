export { fitSentence, obstacleWords, percent, pieceWords } from './fit-sentence';
export type { FitSentence, SentencePart, SentenceSubject } from './fit-sentence';
