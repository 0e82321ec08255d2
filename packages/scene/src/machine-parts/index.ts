export { machineParts } from './parts';
export { gearOutline } from './gear';
export type { MachineParts } from './parts';
export { springParts } from './ties';
export { machineBounds } from './bounds';
export type { MachinePart } from './part';
