export { MOST_POINTS, readCsv } from './read';
