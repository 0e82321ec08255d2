export { contoursAnswer, fitAnswer, hangAnswer, measureAnswer, placeAnswer } from './answers';
export type { ContourAnswer, FitAnswer, HangAnswer, MeasureAnswer, PlaceAnswer } from './answers';
export type { GivenSource } from './source';
