export { fitAnswer, measureAnswer, placeAnswer } from './answers';
export type { FitAnswer, MeasureAnswer, PlaceAnswer } from './answers';
export type { GivenSource } from './source';
