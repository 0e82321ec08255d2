export { writeSvg } from './write';
export type { SvgOptions } from './write';
export { MOST_STATIONS } from './motion';
