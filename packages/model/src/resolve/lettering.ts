import type { Job, Run } from '../job/schema';
import type { Lettering } from '../job/lettering-schema';
import { CAPITAL, outlinesOf, type SignOutline } from '../lettering/signs';

/** What is written on a row, with the outlines of its signs. Plain data. */
export interface ResolvedLettering extends Lettering {
  /** How high a capital letter is in the units of the outlines. */
  readonly capital: number;
  /** What is before the plane of the row is up for who reads what is on its sides: it lies, or leaves its plane. */
  readonly lies: boolean;
  readonly outlines: Readonly<Record<string, SignOutline>>;
}

export const resolveLettering = (
  { stands }: Pick<Job, 'stands'>,
  { lettering }: Run,
  leaves: boolean,
): ResolvedLettering | null =>
  lettering
    ? {
        ...lettering,
        ...{ capital: CAPITAL, lies: leaves || stands === 'lying', outlines: outlinesOf(lettering.text) },
      }
    : null;
