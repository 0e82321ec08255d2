export { readWheels, WheelsFileSchema } from './read';
