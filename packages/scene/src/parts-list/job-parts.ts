import { articleOf, type Article, type Machine } from '@coin-relay/model';
import { partsList, type PartsList } from './parts-list';

/** Wheels of one kind that a row runs on. */
export interface WheelLine {
  readonly name: string;
  readonly count: number;
  /** Null for a plain one. */
  readonly teeth: number | null;
  /** Of its pitch circle, or its tread, mm. */
  readonly diameter: number;
}

/** What a row is made of, what it runs on, and what the supplier asks for it. */
export interface RowParts {
  readonly run: string;
  readonly name: string;
  readonly list: PartsList;
  readonly wheels: readonly WheelLine[];
  readonly article: Article | null;
  /** Euros for the whole length, whole decimetres of it; null where the supplier has none. */
  readonly price: number | null;
}

/** What all of a machine is made of. */
export interface JobParts {
  readonly rows: readonly RowParts[];
  /** Euros; null where a row has no price. */
  readonly price: number | null;
  /** Grams; null where a piece says no mass. */
  readonly mass: number | null;
}

/** Sold by so much, mm. */
const SOLD_BY = 100;

/** @param only these rows; all where nothing is said */
export function jobParts({ rows }: Machine, only?: readonly string[]): JobParts {
  const found = [...rows.values()]
    .filter(({ resolved }) => !only || only.includes(resolved.run.id))
    .map(({ resolved, fit, setOut }): RowParts => {
      const list = partsList(fit, setOut);
      const article = articleOf(resolved.sequence[0]) ?? null;
      const metres = (Math.ceil(list.length / SOLD_BY - 1e-9) * SOLD_BY) / 1_000;
      return {
        ...{ run: resolved.run.id, name: resolved.run.name, list, article },
        wheels: wheelLines(fit.layout.wheels),
        price: article && Math.round(100 * metres * article.pricePerMetre) / 100,
      };
    });
  return {
    rows: found,
    price: sumOf(found.map(({ price }) => price)),
    mass: sumOf(found.map(({ list }) => list.mass)),
  };
}

const sumOf = (values: readonly (number | null)[]): number | null =>
  values.reduce<number | null>((sum, value) => (sum === null || value === null ? null : sum + value), 0);

type LaidWheel =
  Machine['rows'] extends ReadonlyMap<string, infer R>
    ? R extends { readonly fit: { readonly layout: { readonly wheels: readonly (infer W)[] } } }
      ? W
      : never
    : never;

/** Wheels of one size and name are one line. */
function wheelLines(wheels: readonly LaidWheel[]): WheelLine[] {
  const lines = new Map<string, { -readonly [K in keyof WheelLine]: WheelLine[K] }>();
  wheels.forEach(({ name, teeth, radius }, i) => {
    const line = { name: name ?? `Wheel ${i + 1}`, count: 1, teeth, diameter: 2 * radius };
    const key = `${line.name} ${teeth ?? ''} ${radius.toFixed(6)}`;
    const known = lines.get(key);
    if (known) known.count++;
    else lines.set(key, line);
  });
  return [...lines.values()];
}
