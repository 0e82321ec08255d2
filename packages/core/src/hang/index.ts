export { hang, hangContour } from './hang';
export type { HangBy, Hanging } from './hang';
