export { fittedRows } from './fitted-rows';
export { closingTravels, hasCrank, PLAIN_REPEATS, rowMotions, travelAt, wheelRepeats } from './travel';
export type { FittedRow, RowMotion } from './travel';
export {
  anchorAt,
  centreOf,
  checkAnchors,
  crankAngle,
  precomputedRow,
  machineOf,
  pinOfPiece,
  NOTHING_PRECOMPUTED,
  roomForFrame,
  rowFrameAt,
  travelOf,
  wheelAngleAt,
} from './machine';
export type { Machine, MachineWheel, PrecomputedFrames } from './machine';
export { drivenLengthAt, factsOfSpring, measureAt, ropeLengthAt, tieAt, tieOverLoop } from './ties';
export type { TieOverLoop, TieState } from './ties';
export { needsPrecomputing, precomputeFrames, ROPE_NUMBERS } from './precompute';
export { bodyAt } from './body';
export type { BodyPlace } from './body';
