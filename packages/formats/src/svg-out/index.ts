export { writeSvg, MOST_STATIONS } from './write';
export type { SvgOptions } from './write';
export { insideSide } from './side';
