export { circle, short } from './figure';
export type { Figure, FigurePart, Finish } from './figure';
export { FINISHES, INK } from './finishes';
export { pieceFigure, pieceLayer, pieceSeat } from './piece-figure';
export type { Seat } from './piece-figure';
export { wheelFigure } from './wheels';
export { bandOutline, bandSides } from './belt';
