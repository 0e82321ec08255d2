export { partsList } from './parts-list';
export type { PartsLine, PartsList } from './parts-list';
