/** A number or a choice that pieces of a family are drawn from. */
export type FamilyField<P = Readonly<Record<string, unknown>>> =
  | { readonly kind: 'length'; readonly key: KeyOf<P>; readonly label: string; readonly least: number }
  | {
      readonly kind: 'count';
      readonly key: KeyOf<P>;
      readonly label: string;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly kind: 'choice';
      readonly key: KeyOf<P>;
      readonly label: string;
      readonly options: readonly (readonly [value: string, words: string])[];
    }
  | { readonly kind: 'flag'; readonly key: KeyOf<P>; readonly label: string };

type KeyOf<P> = Extract<keyof P, string>;

/** A length, at least so many mm. */
export const length = <K extends string>(key: K, label: string, least = 0.01) =>
  ({ kind: 'length', key, label, least }) as const;

/** A whole number. */
export const count = <K extends string>(key: K, label: string, least: number, most: number) =>
  ({ kind: 'count', key, label, least, most }) as const;

/** One of several, each with its words. */
export const choice = <K extends string>(
  key: K,
  label: string,
  ...options: readonly (readonly [value: string, words: string])[]
) => ({ kind: 'choice', key, label, options }) as const;

/** Yes or no. */
export const flag = <K extends string>(key: K, label: string) => ({ kind: 'flag', key, label }) as const;
