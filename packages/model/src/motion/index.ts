export { repeatOf, visibleRepeat } from './repeat';
export { motionFacts } from './facts';
export type { MotionFacts, WheelFacts } from './facts';
export { motionWarnings } from './words';
export type { MotionWarning } from './words';
export { closingOf, machineWarnings } from './machine-words';
export type { MachineWarning } from './machine-words';
