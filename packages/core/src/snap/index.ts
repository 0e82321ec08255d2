export { snapPoint } from './snap';
export type { SnapGround, Snapped, SnapRules, SnapTo } from './snap';
