import { TAU } from '@coin-relay/core';
import { sprocket } from '../../figure/toothed-wheel';
import type { Family, FamilyEntry } from '../family';
import { chainLink } from './figure';
import { chainPieces } from './make';
import { rollerChainFields, type RollerChain } from './piece';
import { CHAIN_SIZES } from './sizes';

function entries(): FamilyEntry<RollerChain>[] {
  return CHAIN_SIZES.flatMap((size) => {
    const common = {
      standard: size.size.endsWith('B') ? 'ISO 606' : 'ISO 606 / ASME B29.1',
      pitch: size.pitch,
    };
    return [
      {
        ...common,
        id: `chain-${size.size}`,
        name: `Roller chain ${size.size}`,
        size: size.size,
        massPerMetre: size.massPerMetre,
        make: () => chainPieces(size),
      },
      {
        ...common,
        id: `chain-${size.size}-2`,
        name: `Duplex chain ${size.size}, from above`,
        size: `${size.size}-2`,
        massPerMetre: Number((size.massPerMetre * 2).toPrecision(3)),
        make: () => chainPieces(size, 0, 2),
      },
    ];
  });
}

export const rollerChain = {
  id: 'roller-chain',
  words: { title: 'Roller chain', one: 'link', many: 'links', joint: ['pin', 'pins'] },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'a chain that has worn longer than this is thrown away' },
  articulation: { angle: TAU / 9, why: 'a sprocket of nine teeth asks for, the fewest in use' },
  sidewise: { angle: TAU / 360, why: 'plates give before they bind' },
  twist: { angle: TAU / 240, why: 'plates give before they bind' },
  pinsAcross: ({ view }) => view === 'top',
  about: 'A link of a roller chain.',
  fields: rollerChainFields,
  entries: entries(),
  width: ({ view, plateHeight, width, rows, rowPitch }) =>
    view === 'side' ? plateHeight : width * 1.9 + (rows - 1) * rowPitch,
  figure: chainLink,
  look: ({ part }) => part,
  layer: ({ part }) => (part === 'outer' ? 1 : 0),
  carries: ({ attachment }) => attachment !== 'none',
  alternates: 'inner and outer links',
  runningDepth: ({ view, roller, width }) => (view === 'side' ? roller / 2 : width / 2),
  toothedWheel: ({ radius, teeth, pitch }, piece) =>
    sprocket(radius, teeth, (piece.roller * pitch) / piece.pitch, pitch),
  isArticle: (piece, made) => piece.rows === made.rows,
} as const satisfies Family<RollerChain>;
