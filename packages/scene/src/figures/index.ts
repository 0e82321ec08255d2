export { FINISHES, INK } from './finishes';
export { colourOf, finishedFigure, mainPart, wireShapes } from './finished';
export { pieceFigure, pieceLayer, placementMode } from './piece-figure';
export type { PlacementMode } from './piece-figure';
export { wheelFigure } from './wheels';
export { bandOutline } from './band';
