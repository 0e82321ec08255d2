import { FAMILIES, familyOf, type FamilyId, type JobPiece } from '../families';
import type { FamilyEntry, MadeOf } from '../families/family';

/** Pieces of any family with the sequence they come in. */
export type MadePieces = MadeOf<JobPiece>;

/** One line of the catalogue: a link that can be taken. */
export interface CatalogueEntry extends Omit<FamilyEntry<JobPiece>, 'make'> {
  readonly family: FamilyId;
  readonly make: () => MadePieces;
}

/** Everything that can be taken: trade sizes by their standards, other families at a size to begin with. */
export const CATALOGUE: readonly CatalogueEntry[] = Object.values(FAMILIES).flatMap(
  ({ id, entries }): CatalogueEntry[] => entries.map((entry) => ({ ...entry, family: id })),
);

export const findEntry = (id: string): CatalogueEntry | undefined =>
  CATALOGUE.find((entry) => entry.id === id);

/**
 * The entry a piece is of: of its family, size and way of being seen; where a family has no trade
 * sizes, of all its numbers. Undefined for a size of one's own.
 */
export function entryOf(piece: JobPiece): CatalogueEntry | undefined {
  const family = familyOf<JobPiece>(piece);
  const size = sizeOf(piece);
  const isAs = (made: JobPiece): boolean =>
    size === '' ? family.fields.every(({ key }) => piece[key] === made[key]) : sizeOf(made) === size;
  const entry = family.entries.find(({ pitch, make }) => {
    const [made] = make().pieces;
    return pitch === piece.pitch && isAs(made) && (family.isArticle?.(piece, made) ?? true);
  });
  return entry && findEntry(entry.id);
}

const sizeOf = (piece: JobPiece): string =>
  'size' in piece && typeof piece.size === 'string' ? piece.size : '';
