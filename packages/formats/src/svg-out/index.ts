export { writeSvg } from './write';
export type { DrawnRow, SvgOptions } from './write';
export { MOST_STATIONS } from './motion';
