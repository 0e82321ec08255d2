export { adaptedTo, boundTo, canStandIn, withEndToEnd, withFreshIds, withPiecesInRun } from './take';
export {
  checkOutline,
  flippedOutline,
  outlineBounds,
  ownPiece,
  pointsData,
  quarterTurned,
  resized,
  reversed,
  withPins,
} from './own';
export type { OutlinePoint } from './own';
export { OwnLinkSchema } from './own-link';
export type { OwnLink } from './own-link';
