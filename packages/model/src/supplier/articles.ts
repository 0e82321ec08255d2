import { CATALOGUE, entryOf, type CatalogueEntry } from '../catalogue';
import type { Article } from '../contract';
import { FAMILIES, type JobPiece } from '../families';

/** A whole number from a text: the same one for ever, so that prices do not jump about. */
function numberOf(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return h >>> 0;
}

function madeFrom(entry: CatalogueEntry): Article {
  const seed = numberOf(entry.id);
  const mass = entry.massPerMetre ?? Number((0.02 * entry.pitch * (0.5 + (seed % 100) / 100)).toPrecision(3));
  return {
    number: `TV-${String(seed % 100_000).padStart(5, '0')}`,
    entry: entry.id,
    name: entry.name,
    family: FAMILIES[entry.family].words.title,
    pitch: entry.pitch,
    massPerMetre: mass,
    pricePerMetre: Number((4 + mass * (9 + (seed % 7)) + (seed % 90) / 100).toFixed(2)),
    stockMetres: seed % 240,
  };
}

/** What the invented house of Tiller & Vane has on its shelves. Own outlines it has none. */
export const ARTICLES: readonly Article[] = CATALOGUE.map(madeFrom);

/** What the supplier has for a piece; undefined for a size of one's own, and for what it does not sell. */
export function articleOf(piece: JobPiece): Article | undefined {
  const entry = entryOf(piece);
  return entry && ARTICLES.find((article) => article.entry === entry.id);
}

/** The articles that all words of a question are found in. */
export function searchArticles(question: string): Article[] {
  const words = question
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return ARTICLES.filter((article) => {
    const text = `${article.number} ${article.name} ${article.family}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}
