export { readDxf } from './read';
