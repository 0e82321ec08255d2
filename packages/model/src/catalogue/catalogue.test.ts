import { describe, expect, it } from 'vitest';
import { BELT_SIZES, CHAIN_SIZES, chainPieces, withPitch } from '../families';
import { CATALOGUE, entryOf } from './entries';

describe('trade sizes', () => {
  it('roller chain pitches and rollers after ISO 606 / ASME B29.1 (from memory)', () => {
    const published = {
      '05B': [8, 5],
      '06B': [9.525, 6.35],
      '08A': [12.7, 7.92],
      '08B': [12.7, 8.51],
      '10A': [15.875, 10.16],
      '12A': [19.05, 11.91],
      '16A': [25.4, 15.88],
      '06C': [9.525, 5.08],
      '04C': [6.35, 3.3],
      '12B': [19.05, 12.07],
      '16B': [25.4, 15.88],
    };
    for (const [size, [pitch, roller]] of Object.entries(published)) {
      const found = CHAIN_SIZES.find((s) => s.size === size);
      expect([size, found?.pitch, found?.roller]).toEqual([size, pitch, roller]);
    }
    expect(CHAIN_SIZES.find((s) => s.size === '20A')?.pitch).toBe(31.75);
    expect(CHAIN_SIZES.find((s) => s.size === '24A')?.pitch).toBe(38.1);
  });

  it('toothed belt pitches after ISO 5296', () => {
    const published = { MXL: 2.032, XXL: 3.175, XL: 5.08, L: 9.525, H: 12.7, XH: 22.225, XXH: 31.75 };
    expect(Object.fromEntries(BELT_SIZES.map((s) => [s.size, s.pitch]))).toEqual(published);
  });
});

describe('pieces', () => {
  it('every sixth link carries a cup', () => {
    expect(chainPieces(CHAIN_SIZES[0], 6).sequence).toEqual([
      'inner',
      'outer',
      'inner',
      'outer',
      'inner',
      'carrier',
    ]);
  });
  it('another pitch keeps the proportions and is no trade size any more', () => {
    const [inner] = chainPieces(CHAIN_SIZES.find((s) => s.size === '08B')!).pieces;
    const twice = withPitch(inner, 25.4);
    expect(twice).toMatchObject({ pitch: 25.4, size: '', roller: 17.02 });
  });
});

describe('the entry a piece is of', () => {
  it('every entry is known again by the first of its pieces, also where there are no trade sizes', () => {
    expect(CATALOGUE.length).toBeGreaterThan(40);
    for (const { id, make } of CATALOGUE) expect([id, entryOf(make().pieces[0])?.id]).toEqual([id, id]);
  });

  it('one that was changed is a size of its own', () => {
    for (const { make } of CATALOGUE) {
      const [piece] = make().pieces;
      expect(entryOf(withPitch(piece, piece.pitch * 1.5))).toBeUndefined();
    }
  });
});
