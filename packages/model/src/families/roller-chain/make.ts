import type { MadeOf } from '../family';
import type { RollerChain } from './piece';
import { chainDimensions, type ChainSize } from './sizes';

/** The inner and the outer link of a roller chain; with `carrierEvery` 6, every third outer link carries a cup. */
export function chainPieces(size: ChainSize, carrierEvery = 0, rows = 1): MadeOf<RollerChain> {
  const base = {
    family: 'roller-chain' as const,
    ...chainDimensions(size),
    mass: size.massPerMetre * size.pitch * rows,
    view: rows > 1 ? ('top' as const) : ('side' as const),
    rows,
    attachment: 'none' as const,
  };
  const pieces: RollerChain[] = [
    { ...base, id: 'inner', name: 'Inner link', part: 'inner' },
    { ...base, id: 'outer', name: 'Outer link', part: 'outer' },
  ];
  if (carrierEvery < 2) return { pieces, sequence: ['inner', 'outer'] };
  pieces.push({ ...base, id: 'carrier', name: 'Outer link with cup', part: 'outer', attachment: 'cup' });
  const sequence = Array.from({ length: carrierEvery }, (_, i) =>
    i === carrierEvery - 1 ? 'carrier' : i % 2 === 0 ? 'inner' : 'outer',
  );
  return { pieces, sequence };
}
