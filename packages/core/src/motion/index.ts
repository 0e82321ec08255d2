export { ROW_PHASES } from './row';
export { chordDeparture } from './departure';
export type { Departure } from './departure';
export { sharpestTurn } from './articulation';
export type { Articulation } from './articulation';
export type { Row, RowKind } from './row';
export { isOnPath, newRowFrame, pinAt, rowFrame } from './frame';
export type { RowFrame } from './frame';
export { wheelAngle } from './wheel-turning';
export type { WheelTurning } from './wheel-turning';
export { ALIKE, meanSpacing, placesFor, spansOf } from './stations';
export type { Stations } from './stations';
export { pitchOverCycle } from './pitch-over-cycle';
export type { PitchOverCycle } from './pitch-over-cycle';
export {
  allRepeat,
  framesToRead,
  gcd,
  lcm,
  MOST_TRAVEL,
  phasesInLoop,
  eyeReading,
  READS_TO,
  seamlessTravels,
  speedFor,
  travelFor,
} from './loop';
export type { EyeReading, LoopTiming, RowMeasure, SeamlessTravels, Speed } from './loop';
export { checkMotionProfile, isSteady, legsOf, partTravelled, STEADY } from './motion-profile';
export type { MotionProfile } from './motion-profile';
export { closeTurn, driveTrain, MOST_SLIP, ringOfDrives, shaftRatio } from './train';
export type { ClosedTurn, Coupling, Driven } from './train';
export { frameIn, framePinAt, MOST_FRAME_PLACES, newFramesFrame, readFrames } from './row-frames';
export type { RowFrames } from './row-frames';
export { drivenBy, groundStrand } from './ground';
export type { GroundStrand } from './ground';
export { chordalRatio, chordalSpeed } from './chordal';
export { bendAlong } from './bend-along';
export type { BendAlong } from './bend-along';
