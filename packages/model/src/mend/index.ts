export { mendPath } from './mend';
export type { Mend, Mended } from './mend';
