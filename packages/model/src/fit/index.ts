export { defaultTension, tensionOfWheel } from './tension';
