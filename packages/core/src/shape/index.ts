export * from './shape';
export { MOST_SIDES, shapeContour } from './contour';
export { placeShape } from './place';
