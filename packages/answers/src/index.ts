export { contoursAnswer, fitAnswer, hangAnswer, measureAnswer, placeAnswer } from './answers';
export type { AlsoAsked, ContourAnswer, FitAnswer, HangAnswer, MeasureAnswer, PlaceAnswer } from './answers';
export { checkAnswer } from './check-answer';
export type { CheckAnswer, CheckedFinding } from './check-answer';
export { frameAnswer, motionAnswer } from './motion-answers';
export type { FrameAnswer, MotionAnswer } from './motion-answers';
export { partsAnswer, placesAnswer } from './set-out-answers';
export type { PartsAnswer, PlacesAnswer } from './set-out-answers';
export type { GivenSource } from './source';
