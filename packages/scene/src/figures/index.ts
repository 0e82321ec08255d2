export { FINISHES, INK } from './finishes';
export { colourOf, finishedFigure, mainPart, wireShapes } from './finished';
export { pieceFigure, pieceLayer, pieceSeat } from './piece-figure';
export type { Seat } from './piece-figure';
export { wheelFigure } from './wheels';
export { bandOutline } from './band';
