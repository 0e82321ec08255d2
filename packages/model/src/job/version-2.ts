/** Trade sizes as they were when version 2 came: size, pitch, inner width, row pitch (mm), mass (kg/m). Never changed again. */
const SIZES_THEN: readonly (readonly [string, number, number, number, number])[] = [
  ['04C', 6.35, 3.1, 6.4, 0.14],
  ['05B', 8, 3, 5.64, 0.18],
  ['06B', 9.525, 5.72, 10.24, 0.41],
  ['06C', 9.525, 4.68, 10.13, 0.33],
  ['08A', 12.7, 7.85, 14.38, 0.62],
  ['08B', 12.7, 7.75, 13.92, 0.7],
  ['10A', 15.875, 9.4, 18.11, 1.02],
  ['10B', 15.875, 9.65, 16.59, 0.95],
  ['12A', 19.05, 12.57, 22.78, 1.5],
  ['12B', 19.05, 11.68, 19.46, 1.25],
  ['16A', 25.4, 15.75, 29.29, 2.6],
  ['16B', 25.4, 17.02, 31.88, 2.7],
  ['20A', 31.75, 18.9, 35.76, 3.91],
  ['20B', 31.75, 19.56, 36.45, 3.7],
  ['24A', 38.1, 25.22, 45.44, 5.62],
  ['24B', 38.1, 25.4, 48.36, 6.7],
];

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
  const trade = SIZES_THEN.find(([size, pitch]) => size === rest['size'] && pitch === rest['pitch']);
  const pitch = typeof rest['pitch'] === 'number' ? rest['pitch'] : 0;
  return {
    ...rest,
    view: 'side',
    rows: 1,
    width: trade?.[2] ?? pitch * 0.6,
    rowPitch: trade?.[3] ?? pitch * 1.1,
    attachment: carrier === true ? 'cup' : 'none',
    ...(trade ? { mass: trade[4] * trade[1] } : {}),
  };
}
