import { CATALOGUE, FAMILIES, type CatalogueEntry } from '@coin-relay/model';

/** An article of the invented supplier. Everything about it is made up but its sizes. */
export interface Article {
  /** The supplier's own number. */
  readonly number: string;
  /** The catalogue entry it is one of. */
  readonly entry: string;
  readonly name: string;
  readonly family: string;
  /** mm. */
  readonly pitch: number;
  /** kg/m. */
  readonly massPerMetre: number;
  /** Euros a metre, as if. */
  readonly pricePerMetre: number;
  readonly stockMetres: number;
}

/** A whole number from a text: the same one for ever, so that prices do not jump about. */
function numberOf(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return h >>> 0;
}

function articleOf(entry: CatalogueEntry): Article {
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
export const ARTICLES: readonly Article[] = CATALOGUE.map(articleOf);

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
