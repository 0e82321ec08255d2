import { TAU } from '@coin-relay/core';
import type { Family, FamilyEntry } from '../family';
import { roundLink as figure } from './figure';
import { roundLinkPieces } from './make';
import { roundLinkFields, type RoundLink } from './piece';
import { ROUND_LINK_SIZES } from './sizes';

function entries(): FamilyEntry<RoundLink>[] {
  return ROUND_LINK_SIZES.flatMap((size) => {
    const [{ mass = 0 }] = roundLinkPieces(size).pieces;
    const common = {
      standard: size.standard,
      size: size.size,
      pitch: size.pitch,
      massPerMetre: Number((mass / size.pitch).toPrecision(3)),
    };
    const slug = `${size.standard.replace(/\W/g, '')}-${size.wire}`;
    return [
      {
        ...common,
        id: `round-${slug}`,
        name: `Round-link chain ${size.size}`,
        make: () => roundLinkPieces(size),
      },
      {
        ...common,
        id: `slant-${slug}`,
        name: `Round-link chain ${size.size}, aslant`,
        make: () => roundLinkPieces(size, true),
      },
    ];
  });
}

export const roundLink = {
  id: 'round-link',
  words: { title: 'Round-link chain', one: 'link', many: 'links' },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'links of one chain differ by about as much' },
  articulation: { angle: TAU / 4, why: 'links of a round-link chain bind beyond' },
  about: 'A link of round wire; its pitch is its inner length.',
  fields: roundLinkFields,
  entries: entries(),
  width: ({ facing, wire, width }) => (facing === 'edge' ? wire : width),
  figure,
  look: ({ facing }) => facing,
  layer: ({ facing }) => (facing === 'edge' ? 1 : 0),
  overlaps: true,
  // Across the wire of its neighbour.
  play: ({ width, wire }) => Math.max(0, (width - 3 * wire) / 2),
  wire: true,
  runningDepth: ({ wire }) => wire / 2,
  isArticle: (piece, made) =>
    piece.width === made.width && (piece.facing === 'slant') === (made.facing === 'slant'),
} as const satisfies Family<RoundLink>;
