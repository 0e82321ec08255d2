import { CHAIN_SIZES } from '../families/roller-chain/sizes';

/**
 * Version 2 lets pieces be seen from above and carry more than cups. What version 1 did not say
 * of a chain comes from its trade size, or else from the proportions of its pitch.
 */
export function toVersion2(document: Record<string, unknown>): Record<string, unknown> {
  const { pieces } = document;
  return Array.isArray(pieces) ? { ...document, pieces: pieces.map(pieceOfVersion2) } : document;
}

function pieceOfVersion2(piece: unknown): unknown {
  if (typeof piece !== 'object' || piece === null) return piece;
  const known = piece as Record<string, unknown>;
  if (known['family'] === 'toothed-belt') return { ...known, form: 'trapezoid' };
  if (known['family'] !== 'roller-chain') return piece;
  const { carrier, ...rest } = known;
  const trade = CHAIN_SIZES.find((size) => size.size === rest['size'] && size.pitch === rest['pitch']);
  const pitch = typeof rest['pitch'] === 'number' ? rest['pitch'] : 0;
  return {
    ...rest,
    view: 'side',
    rows: 1,
    width: trade?.width ?? pitch * 0.6,
    rowPitch: trade?.rowPitch ?? pitch * 1.1,
    attachment: carrier === true ? 'cup' : 'none',
    ...(trade ? { mass: trade.massPerMetre * trade.pitch } : {}),
  };
}
