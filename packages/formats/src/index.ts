export * from './drawing';
export { readSvg } from './svg/read';
export { readDxf } from './dxf';
export { MOST_POINTS, readCsv, writeCsv } from './csv';
export type { Cell } from './csv';
export { readWheels } from './wheels-file';
export * from './own-outline';
export { partsListCsv } from './parts-list';
export * from './svg-out';
