export { fittedRows } from './fitted-rows';
export { closingTravels, hasCrank, PLAIN_REPEATS, rowMotions, travelAt, wheelRepeats } from './travel';
export type { FittedRow, RowMotion } from './travel';
export {
  anchorAt,
  centreOf,
  checkAnchors,
  crankAngle,
  laidAnew,
  machineOf,
  pinOfPiece,
  NOTHING_PREPARED,
  roomForFrame,
  rowFrameAt,
  travelOf,
  wheelAngleAt,
} from './machine';
export type { Machine, MachineWheel, Prepared } from './machine';
export { drivenLengthAt, factsOfSpring, measureAt, ropeLengthAt, tieAt, tieOverLoop } from './ties';
export type { TieOverLoop, TieState } from './ties';
export { needsPreparing, prepareMachine, ROPE_NUMBERS } from './prepare';
export { bodyAt } from './body';
export type { BodyPlace } from './body';
