import { TAU } from '@coin-relay/core';
import type { Behaviour, Family } from '../job/piece-schema';

/** What a family is called, and what one of its pieces and several are. */
export interface FamilyWords {
  readonly title: string;
  readonly one: string;
  readonly many: string;
  /** What a row has one more of than pieces, being between every two and at both ends; not said where the trade counts no such thing. */
  readonly joint?: readonly [one: string, many: string];
}

export const FAMILIES: Readonly<Record<Family, FamilyWords>> = {
  'roller-chain': { title: 'Roller chain', one: 'link', many: 'links', joint: ['pin', 'pins'] },
  'round-link': { title: 'Round-link chain', one: 'link', many: 'links' },
  'flat-top': {
    title: 'Flat-top conveyor',
    one: 'plate',
    many: 'plates',
    joint: ['hinge pin', 'hinge pins'],
  },
  'track-shoe': { title: 'Track shoe', one: 'shoe', many: 'shoes', joint: ['pin', 'pins'] },
  'toothed-belt': { title: 'Toothed belt', one: 'tooth', many: 'teeth' },
  'plain-belt': { title: 'Flat or vee belt', one: 'mark', many: 'marks' },
  stitch: { title: 'Stitches', one: 'stitch', many: 'stitches', joint: ['hole', 'holes'] },
  plank: { title: 'Cross-planks', one: 'plank', many: 'planks' },
  bead: { title: 'Beads', one: 'bead', many: 'beads' },
  lamp: { title: 'Lamps', one: 'lamp', many: 'lamps' },
  charm: { title: 'Charms', one: 'charm', many: 'charms' },
  tube: { title: 'Tube pieces', one: 'tube', many: 'tubes' },
  own: { title: 'Own outline', one: 'piece', many: 'pieces', joint: ['pin', 'pins'] },
};

/**
 * How far the pitch of each family may be off before it is pointed out, as a part of one, and
 * why (common practice, no source).
 */
export const TOLERANCES: Readonly<Record<Family, { readonly part: number; readonly why: string }>> = {
  'roller-chain': { part: 0.02, why: 'a chain that has worn longer than this is thrown away' },
  'round-link': { part: 0.02, why: 'links of one chain differ by about as much' },
  'flat-top': { part: 0.01, why: 'hinge pins leave little play' },
  'track-shoe': { part: 0.02, why: 'pins and bushes wear about as far' },
  'toothed-belt': { part: 0.002, why: 'teeth that are further off ride up on the pulley' },
  'plain-belt': { part: 0.5, why: 'only the marks on it are so far apart' },
  stitch: { part: 0.1, why: 'the eye does not see less in a seam' },
  plank: { part: 0.1, why: 'the eye does not see less between planks' },
  bead: { part: 0.05, why: 'beads touch, or show their thread' },
  lamp: { part: 0.15, why: 'the eye does not see less between lamps' },
  charm: { part: 0.15, why: 'the eye does not see less between charms' },
  tube: { part: 0.02, why: 'tubes touch, or show their gap' },
  own: { part: 0.02, why: 'as for chains, until you say otherwise' },
};

/**
 * How far two neighbours of each stiff family can turn against each other, radians, and why
 * (common practice, no source); families that are not named turn freely.
 */
export const ARTICULATION: Partial<
  Readonly<Record<Family, { readonly angle: number; readonly why: string }>>
> = {
  'roller-chain': { angle: TAU / 9, why: 'a sprocket of nine teeth asks for, the fewest in use' },
  'flat-top': { angle: TAU / 9, why: 'hinged plates are made for' },
  'track-shoe': { angle: TAU / 5, why: 'a drive wheel of five teeth asks for, the fewest in use' },
  'round-link': { angle: TAU / 4, why: 'links of a round-link chain bind beyond' },
  tube: { angle: TAU / 6, why: 'joints between tubes are made for' },
};

/** What it means for a row that its pieces are stiff, carried or bending. */
export const BEHAVIOUR_WORDS: Readonly<Record<Behaviour, { title: string; means: string }>> = {
  stiff: {
    title: 'Stiff',
    means: 'Keeps its length from pin to pin, also round bends. Bends that are too tight cannot be passed.',
  },
  carried: {
    title: 'Carried',
    means: 'Keeps its shape and sits on one point. Round a bend neighbours open outside and close up inside.',
  },
  bending: {
    title: 'Bending',
    means: 'Its shape follows the path: outside a bend it is stretched, inside it is squeezed.',
  },
};

/** A number or a choice that a family is drawn from. */
export type FamilyField =
  | { readonly kind: 'length'; readonly key: string; readonly label: string; readonly least: number }
  | {
      readonly kind: 'count';
      readonly key: string;
      readonly label: string;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly kind: 'choice';
      readonly key: string;
      readonly label: string;
      readonly options: readonly (readonly [string, string])[];
    }
  | { readonly kind: 'flag'; readonly key: string; readonly label: string };

const length = (key: string, label: string, least = 0.01): FamilyField => ({
  kind: 'length',
  key,
  label,
  least,
});
const choice = (key: string, label: string, ...options: (readonly [string, string])[]): FamilyField => ({
  kind: 'choice',
  key,
  label,
  options,
});

/** The few numbers each family is drawn from, besides its pitch. */
export const FAMILY_FIELDS: Readonly<Record<Family, readonly FamilyField[]>> = {
  'roller-chain': [
    choice('part', 'Kind of link', ['inner', 'inner'], ['outer', 'outer']),
    choice('view', 'Seen from', ['side', 'the side'], ['top', 'above']),
    length('plateHeight', 'Plate height'),
    length('roller', 'Roller diameter'),
    length('pin', 'Pin diameter'),
    length('width', 'Inner width'),
    { kind: 'count', key: 'rows', label: 'Rows', least: 1, most: 3 },
    length('rowPitch', 'From row to row'),
    choice(
      'attachment',
      'Carries',
      ['none', 'nothing'],
      ['cup', 'a cup'],
      ['tab', 'a tab'],
      ['paddle', 'a paddle'],
    ),
  ],
  'round-link': [
    length('wire', 'Wire'),
    length('width', 'Outer width'),
    choice('facing', 'Seen', ['face', 'face-on'], ['edge', 'edge-on'], ['slant', 'aslant']),
  ],
  'flat-top': [
    length('width', 'Width'),
    { kind: 'count', key: 'knuckles', label: 'Hinge eyes', least: 1, most: 20 },
  ],
  'track-shoe': [
    length('thickness', 'Thickness'),
    length('horn', 'Guide horn', 0),
    length('grouser', 'Grouser', 0),
  ],
  'toothed-belt': [
    choice('form', 'Tooth form', ['trapezoid', 'trapezoid'], ['round', 'round']),
    length('thickness', 'Thickness'),
    length('tooth', 'Tooth height', 0),
  ],
  'plain-belt': [
    choice('section', 'Section', ['flat', 'flat'], ['vee', 'vee']),
    length('thickness', 'Thickness'),
  ],
  stitch: [
    choice(
      'kind',
      'Stitch',
      ['running', 'running'],
      ['back', 'back'],
      ['cross', 'cross'],
      ['zigzag', 'zigzag'],
    ),
    length('thread', 'Thread'),
    length('width', 'Width of seam', 0),
    length('gap', 'Gap', 0),
    length('hole', 'Holes', 0),
  ],
  plank: [
    length('length', 'Length across'),
    length('width', 'Width'),
    { kind: 'flag', key: 'nails', label: 'Nailed' },
  ],
  bead: [
    choice('form', 'Form', ['ball', 'ball'], ['oval', 'oval'], ['disc', 'disc'], ['facet', 'cut facets']),
    length('diameter', 'Diameter'),
    length('length', 'Length'),
  ],
  lamp: [
    choice('form', 'Form', ['bulb', 'bulb'], ['lantern', 'lantern']),
    length('diameter', 'Diameter'),
    length('cord', 'Cord', 0),
  ],
  charm: [
    choice(
      'form',
      'Form',
      ['star', 'star'],
      ['fish', 'fish'],
      ['bell', 'bell'],
      ['pennant', 'pennant'],
      ['hanger', 'hanger'],
    ),
    length('size', 'Height'),
  ],
  tube: [length('length', 'Length'), length('outer', 'Outer diameter'), length('bore', 'Bore', 0)],
  own: [],
};
