import type { OutlinePart } from './own/outline-schema';
import type { Section } from './swept/section-schema';
import type { PieceBase, Point } from './piece-base';

/** What a piece of a family says besides what all pieces do: the schema and the form are made from these. */
export type FamilyField<P = Readonly<Record<string, unknown>>> = TypedField<P> | GivenField<P>;

/** A number or a choice that pieces of a family are drawn from: it has a field in the form. */
export type TypedField<P = Readonly<Record<string, unknown>>> = Of<P> & { readonly label: string } & (
    | { readonly kind: 'length'; readonly least: number }
    | { readonly kind: 'count'; readonly least: number; readonly most: number }
    | { readonly kind: 'choice'; readonly options: readonly Option[] }
    | { readonly kind: 'flag' }
  );

/** What is not typed: a trade size comes from the catalogue, an outline or a section from a file or an editor. */
export type GivenField<P = Readonly<Record<string, unknown>>> = Of<P> & { readonly kind: keyof Given };

interface Of<P> {
  readonly key: Extract<keyof P, string>;
  /** What it is, for who reads the schema. */
  readonly about?: string;
}
type Option = readonly [value: string, words: string];
interface Given {
  /** A trade size; empty for one of one’s own. */
  designation: string;
  outline: OutlinePart[];
  pins: { from: Point; to: Point };
  source: string;
  section: Section;
}

/** A length, at least so many mm. */
export const length = <K extends string>(key: K, label: string, least = 0.01) =>
  ({ kind: 'length', key, label, least }) as const;

/** A whole number. */
export const count = <K extends string>(key: K, label: string, least: number, most: number) =>
  ({ kind: 'count', key, label, least, most }) as const;

/** One of several, each with its words. */
export const choice = <K extends string, const O extends readonly Option[]>(
  key: K,
  label: string,
  ...options: O
) => ({ kind: 'choice', key, label, options }) as const;

/** Yes or no. */
export const flag = <K extends string>(key: K, label: string) => ({ kind: 'flag', key, label }) as const;

/** Something that is not typed. */
export const given = <K extends string, const G extends keyof Given>(key: K, kind: G) =>
  ({ kind, key }) as const;

/** A field with what it is. */
export const about = <F extends FamilyField>(field: F, words: string) => ({ ...field, about: words });

/** Has it a field in the form? */
export const isTyped = <P>(field: FamilyField<P>): field is TypedField<P> => 'label' in field;

type ValueOf<F> = F extends { kind: 'choice'; options: readonly (readonly [infer V, string])[] }
  ? V
  : F extends { kind: 'flag' }
    ? boolean
    : F extends { kind: infer G extends keyof Given }
      ? Given[G]
      : number;

type Flat<T> = { [K in keyof T]: T[K] };

/** The pieces that a family and its fields make. */
export type PieceFrom<Id extends string, Fields extends readonly FamilyField[]> = Flat<
  { family: Id } & PieceBase & { [F in Fields[number] as F['key']]: ValueOf<F> }
>;
