export {
  circle,
  data,
  hole,
  polygon,
  rectangle,
  rounded,
  short,
  strand,
  type Figure,
  type FigurePart,
} from './figure';
export { sprocket, wheelBody } from './toothed-wheel';
