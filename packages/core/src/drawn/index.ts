export * from './drawn-path';
export { bulgePiece, drawnContour, drawnFromContour, pieceTangent, stretchPiece } from './contour';
export { deletePoints, insertMidway, insertPoint } from './add-points';
export { breakAtPoint, closePath, openAtPoint } from './ends';
export { joinDrawn } from './join';
export { levelPoints, movePoint, placePoints } from './move-points';
export { bendStretch, changeStretch, pullHandle, setFlow } from './shape-points';
