export { pickContour, readSvg, SVG_LIMITS } from './svg/read';
export type { DrawnContour, Skipped, SvgDrawing } from './svg/read';
export { readWheels } from './wheels-file';
export * from './answers';
export * from './figures';
export * from './svg-out';
