export { BEHAVIOUR_WORDS } from './behaviour-words';
export { MATERIALS, materialsOf } from './materials';
export { CATALOGUE, entryOf, findEntry } from './entries';
export type { CatalogueEntry, MadePieces } from './entries';
