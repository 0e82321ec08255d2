import { single, type MadeOf } from '../family';
import type { RoundLink } from './piece';
import { roundLinkMass, type RoundLinkSize } from './sizes';

/** Round links: face-on and edge-on in turn, or all aslant and linked. */
export function roundLinkPieces(size: RoundLinkSize, aslant = false): MadeOf<RoundLink> {
  const { wire, pitch, width } = size;
  const base = {
    family: 'round-link' as const,
    size: size.size,
    wire,
    pitch,
    width,
    mass: roundLinkMass(wire, pitch, width),
  };
  if (aslant) {
    return { ...single({ ...base, id: 'slant', name: 'Round link', facing: 'slant' }), overlap: 'linked' };
  }
  return {
    pieces: [
      { ...base, id: 'face', name: 'Link face-on', facing: 'face' },
      { ...base, id: 'edge', name: 'Link edge-on', facing: 'edge' },
    ],
    sequence: ['face', 'edge'],
  };
}
