export { repeatOf, visibleRepeat } from './repeat';
export { motionFacts } from './facts';
export type { MotionFacts, WheelFacts } from './facts';
export { closingOf } from './closing';
