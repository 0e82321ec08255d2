export { MOST_POINTS, readCsv } from './read';
export { writeCsv } from './write';
export type { Cell } from './write';
