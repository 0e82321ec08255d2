export { ROW_PHASES } from './row';
export { sharpestTurn } from './articulation';
export type { Articulation } from './articulation';
export type { Row, RowKind } from './row';
export { isOnPath, newRowFrame, rowFrame } from './frame';
export type { RowFrame } from './frame';
export { wheelAngle } from './wheel-turning';
export type { WheelTurning } from './wheel-turning';
