export { outlineFromLines } from './from-lines';
