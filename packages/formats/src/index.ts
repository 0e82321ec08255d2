export * from './drawing';
export { readSvg } from './svg/read';
export { readDxf } from './dxf';
export { MOST_POINTS, readCsv } from './csv';
export { readWheels } from './wheels-file';
export * from './answers';
export * from './figures';
export * from './svg-out';
