import { figureBox, pieceFigure } from '@coin-relay/scene';
import {
  behaviourOf,
  CATALOGUE,
  FAMILIES,
  pieceWidth,
  type CatalogueEntry,
  type JobPiece,
  type Material,
  type Article,
  type KeptLink,
} from '@coin-relay/model';

/** One line of the catalogue, ready to be shown. */
export interface CatalogueRow {
  readonly id: string;
  readonly name: string;
  readonly family: string;
  readonly standard: string;
  readonly size: string;
  /** mm. */
  readonly pitch: number;
  readonly width: number;
  /** kg/m; null where it is not known. */
  readonly mass: number | null;
  /** As the supplier says; null where it says nothing. */
  readonly price: number | null;
  readonly behaviour: string;
  /** The user's own. */
  readonly own: boolean;
  readonly pieces: readonly JobPiece[];
  readonly materials: readonly Material[];
}

export type CatalogueSort = 'name' | 'family' | 'standard' | 'pitch' | 'width' | 'mass' | 'price';

/** All lines: the user's own first. */
export function catalogueRows(kept: readonly KeptLink[], articles: readonly Article[]): CatalogueRow[] {
  const byEntry = new Map(articles.map((article) => [article.entry, article]));
  madeRows ??= CATALOGUE.map(entryRow);
  return [...kept.map(ownRow), ...madeRows.map((row) => priced(row, byEntry.get(row.id)))];
}

/** The catalogue's own lines, made once: what they show does not change, so it is not painted anew. */
let madeRows: readonly CatalogueRow[] | null = null;

function priced(row: CatalogueRow, article: Article | undefined): CatalogueRow {
  return article ? { ...row, mass: row.mass ?? article.massPerMetre, price: article.pricePerMetre } : row;
}

function entryRow(entry: CatalogueEntry): CatalogueRow {
  const made = entry.make();
  return {
    id: entry.id,
    name: entry.name,
    family: FAMILIES[entry.family].words.title,
    standard: entry.standard,
    size: entry.size,
    pitch: entry.pitch,
    width: widthOf(made.pieces),
    mass: entry.massPerMetre,
    price: null,
    behaviour: behaviourOf(made.pieces[0]),
    own: false,
    pieces: inTurn(made.pieces, made.sequence),
    materials: [],
  };
}

function ownRow({ id, link }: KeptLink): CatalogueRow {
  const pieces = inTurn(link.pieces, link.sequence);
  const [first] = pieces;
  const grams = pieces.map((piece) => piece.mass);
  const length = pieces.reduce((sum, piece) => sum + piece.pitch, 0);
  return {
    id: `own:${id}`,
    name: link.name,
    family: FAMILIES[first.family].words.title,
    standard: 'your own',
    size: '',
    pitch: first.pitch,
    width: widthOf(pieces),
    // g/mm is kg/m.
    mass: grams.every((mass) => mass !== undefined)
      ? Number((grams.reduce((sum, mass) => sum + (mass ?? 0), 0) / length).toPrecision(3))
      : null,
    price: null,
    behaviour: behaviourOf(first),
    own: true,
    pieces,
    materials: link.materials,
  };
}

function inTurn(pieces: readonly JobPiece[], sequence: readonly string[]): JobPiece[] {
  return sequence.flatMap((id) => pieces.find((piece) => piece.id === id) ?? []);
}

/** Across the row, mm: what runs on the path, or how far it hangs. */
function widthOf(pieces: readonly JobPiece[]): number {
  const wide = pieceWidth(pieces);
  if (wide > 0) return wide;
  const [, low, , high] = figureBox(pieceFigure(pieces[0], pieces[0].pitch));
  return high - low;
}

/** The lines that all words are found in, sorted; own links first among equals. */
export function shownRows(
  rows: readonly CatalogueRow[],
  words: string,
  family: string,
  sort: { readonly by: CatalogueSort; readonly down: boolean } | null,
): CatalogueRow[] {
  const wanted = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const found = rows.filter((row) => {
    if (family !== '' && row.family !== family) return false;
    const text =
      `${row.name} ${row.family} ${row.standard} ${row.size} ${row.pitch} ${row.behaviour}`.toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
  if (!sort) return found;
  const { by, down } = sort;
  return found.sort((a, b) => {
    const [p, q] = [a[by], b[by]];
    // What is not known comes last, whichever way it is sorted.
    if (p === null || q === null) return p === q ? 0 : p === null ? 1 : -1;
    const d = typeof p === 'number' && typeof q === 'number' ? p - q : String(p).localeCompare(String(q));
    return down ? -d : d;
  });
}
