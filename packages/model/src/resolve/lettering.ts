import type { Run } from '../job/schema';
import type { Lettering } from '../job/lettering-schema';
import { CAPITAL, outlinesOf, type SignOutline } from '../lettering/signs';

/** What is written on a row, with the outlines of its signs. Plain data. */
export interface ResolvedLettering extends Lettering {
  /** How high a capital letter is in the units of the outlines. */
  readonly capital: number;
  readonly outlines: Readonly<Record<string, SignOutline>>;
}

export const resolveLettering = ({ lettering }: Run): ResolvedLettering | null =>
  lettering ? { ...lettering, capital: CAPITAL, outlines: outlinesOf(lettering.text) } : null;
