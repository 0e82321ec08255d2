export { neighbourCuts } from './neighbours';
