import type { Family, JobPiece } from '../job/piece-schema';
import { beltPieces, chainPieces, MAKERS, roundLinkPieces, shoePieces, type MadePieces } from './make';
import { CHAIN_SIZES } from './roller-chain';
import { ROUND_LINK_SIZES } from './round-link';
import { BELT_SIZES } from './toothed-belt';

/** One line of the catalogue: a link that can be taken. */
export interface CatalogueEntry {
  readonly id: string;
  readonly family: Family;
  readonly name: string;
  /** The trade's designation, and the standard it is from; empty for sizes without one. */
  readonly size: string;
  readonly standard: string;
  /** mm. */
  readonly pitch: number;
  /** kg/m; null where it is not known. */
  readonly massPerMetre: number | null;
  readonly make: () => MadePieces;
}

const known = (mass: number): number => Number(mass.toPrecision(3));

function chains(): CatalogueEntry[] {
  return CHAIN_SIZES.flatMap((size) => {
    const common = {
      family: 'roller-chain' as const,
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
        massPerMetre: known(size.massPerMetre * 2),
        make: () => chainPieces(size, 0, 2),
      },
    ];
  });
}

function roundLinks(): CatalogueEntry[] {
  return ROUND_LINK_SIZES.flatMap((size) => {
    const made = roundLinkPieces(size);
    const common = {
      family: 'round-link' as const,
      standard: size.standard,
      size: size.size,
      pitch: size.pitch,
      massPerMetre: known((made.pieces[0].mass ?? 0) / size.pitch),
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

function belts(): CatalogueEntry[] {
  return BELT_SIZES.map((size) => ({
    id: `belt-${size.size}`,
    family: 'toothed-belt',
    name: `Toothed belt ${size.size}`,
    size: size.size,
    standard: 'ISO 5296',
    pitch: size.pitch,
    massPerMetre: null,
    make: () => beltPieces(size),
  }));
}

function as(made: MadePieces, change: Readonly<Record<string, unknown>>): MadePieces {
  return { ...made, pieces: made.pieces.map((piece) => ({ ...piece, ...change }) as JobPiece) };
}

/** An entry of one piece, which is called as the entry is. */
function plain(id: string, name: string, make: () => MadePieces): CatalogueEntry {
  const named = (): MadePieces => as(make(), { name });
  const [{ family, pitch }] = make().pieces;
  return { id, family, name, size: '', standard: '', pitch, massPerMetre: null, make: named };
}

const { plank, bead, lamp, charm, tube, stitch } = MAKERS;
/** Everything that can be taken: trade sizes by their standards, other families at a size to begin with. */
export const CATALOGUE: readonly CatalogueEntry[] = [
  ...chains(),
  ...roundLinks(),
  plain('flat-top', 'Flat-top conveyor plate 38.1', () => MAKERS['flat-top'](38.1)),
  plain('shoe', 'Track shoe', () => shoePieces(50)),
  ...belts(),
  plain('flat-belt', 'Flat belt', () => MAKERS['plain-belt'](40)),
  plain('vee-belt', 'Vee belt', () => as(MAKERS['plain-belt'](40), { section: 'vee', thickness: 8 })),
  plain('stitch-running', 'Running stitch', () => stitch(4)),
  plain('stitch-back', 'Back stitch', () => stitch(4, 'back')),
  plain('stitch-cross', 'Cross stitch', () => stitch(4, 'cross')),
  plain('stitch-zigzag', 'Zigzag stitch', () => stitch(2.5, 'zigzag')),
  plain('plank', 'Cross-plank', () => plank(20)),
  plain('bead-ball', 'Ball bead', () => bead(10)),
  plain('bead-oval', 'Oval bead', () => as(bead(14), { form: 'oval', diameter: 8, length: 12 })),
  plain('bead-disc', 'Disc bead', () => as(bead(5), { form: 'disc', diameter: 12, length: 4 })),
  plain('bead-facet', 'Cut bead', () => as(bead(12), { form: 'facet', diameter: 10, length: 11 })),
  plain('lamp-bulb', 'Lamp on a cord', () => lamp(60)),
  plain('lamp-lantern', 'Lantern', () => as(lamp(80), { form: 'lantern', diameter: 30, cord: 12 })),
  plain('charm-star', 'Star', () => charm(30)),
  plain('charm-fish', 'Fish', () => as(charm(30), { form: 'fish' })),
  plain('charm-bell', 'Bell', () => as(charm(30), { form: 'bell' })),
  plain('charm-pennant', 'Pennant', () => as(charm(30), { form: 'pennant' })),
  plain('charm-hanger', 'Hanger', () => as(charm(30), { form: 'hanger', size: 40 })),
  plain('tube', 'Tube piece', () => as(tube(103), { length: 100 })),
];

export const findEntry = (id: string): CatalogueEntry | undefined =>
  CATALOGUE.find((entry) => entry.id === id);

/** The entry a piece is of: of its family, size and way of being seen; undefined for a size of one's own. */
export function entryOf(piece: JobPiece): CatalogueEntry | undefined {
  if (!('size' in piece) || typeof piece.size !== 'string' || piece.size === '') return undefined;
  return CATALOGUE.find((entry) => {
    if (entry.family !== piece.family || entry.pitch !== piece.pitch) return false;
    const [made] = entry.make().pieces;
    if (!('size' in made) || made.size !== piece.size) return false;
    if (piece.family === 'roller-chain') return made.family === 'roller-chain' && made.rows === piece.rows;
    if (piece.family === 'round-link')
      return (
        made.family === 'round-link' &&
        made.width === piece.width &&
        (made.facing === 'slant') === (piece.facing === 'slant')
      );
    return true;
  });
}
