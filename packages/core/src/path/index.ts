export * from './segment';
export { pieceCurve, raiseQuadratic } from './segments';
export { measurePath, SEGMENT } from './measured';
export type { MeasuredPath } from './measured';
export { newReading, pathReader, segmentAt } from './reader';
export type { PathReader, Reading } from './reader';
export { parsePathData } from './svg-path-data';
export { svgArc } from './svg-arc';
export {
  mirrorContour,
  placeContour,
  placementAbout,
  placeSegment,
  placePoint,
  scaleContour,
} from './transform';
export type { Placement } from './transform';
export { mapContour } from './map-contour';
export { placeAt } from './parameter';
export type { PiecePlace } from './parameter';
export { pieceEnd } from './segment-end';
export { catenaryCubics } from './catenary-cubics';
export { writeNumber, writePathData } from './write-path-data';
export { CORNER_ANGLE, findCorners, inspectPath, pathBounds, tightestBend } from './inspect';
export type { Corner, Inspection } from './inspect';
export { closeApproaches } from './closeness';
export type { Approach } from './closeness';
export { nearestOnPath } from './nearest';
export { withinPath } from './within';
