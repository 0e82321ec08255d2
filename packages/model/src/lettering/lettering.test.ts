import { measurePath, parsePathData, pathBounds } from '@coin-relay/core';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import opentype from 'opentype.js';
import { describe, expect, it } from 'vitest';
import { LetteringSchema, type Lettering } from '../job/lettering-schema';
import { laySigns } from './lay-signs';
import { letteringRepeat, textAt } from './numbering';
import { missingSigns, SIGN_RANGES } from './sign-ranges';
import { CAPITAL, outlinesOf, signOutline } from './signs';

const plain: Lettering = {
  ...{
    text: 'No. ##',
    spelled: false,
    start: 1,
    step: 1,
    first: 1,
    every: 1,
    height: 5,
    along: 0,
    across: 0,
  },
  ...{ quarters: 0, upright: true, sides: 'front', material: 'red' },
};

const written = (change: Partial<Lettering>, places: number): string[] =>
  Array.from({ length: places }, (_, i) => textAt({ ...plain, ...change }, i));

describe('running numbers', () => {
  it('count from place to place, with as many digits as there are marks', () => {
    expect(written({}, 3)).toEqual(['No. 01', 'No. 02', 'No. 03']);
    expect(written({ text: '#', start: 98, step: 2 }, 3)).toEqual(['98', '100', '102']);
    expect(written({ text: '###', start: 1, step: -2 }, 3)).toEqual(['001', '−001', '−003']);
    expect(written({ text: '#/##' }, 1)).toEqual(['1/01']);
  });

  it('stand on every so many places, from the one that is told', () => {
    expect(written({ text: '#', first: 2, every: 3, start: 10, step: 10 }, 9)).toEqual([
      '',
      '10',
      '',
      '',
      '20',
      '',
      '',
      '30',
      '',
    ]);
  });

  it('a text is spelled over the pieces, again and again; a blank leaves one out', () => {
    expect(written({ text: 'PIER ', spelled: true }, 7)).toEqual(['P', 'I', 'E', 'R', '', 'P', 'I']);
    expect(written({ text: 'A#', spelled: true }, 3)).toEqual(['A', '#', 'A']);
  });

  it('repeat after as many places as they are written alike (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('#', 'RELAY', 'AB'),
        fc.boolean(),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 2 }),
        fc.integer({ min: 1, max: 60 }),
        (text, spelled, every, step, count) => {
          const told = { ...plain, text, spelled, every, step, upright: false };
          const repeat = letteringRepeat(told, count);
          expect(count % repeat).toBe(0);
          for (let i = 0; i < count; i++) expect(textAt(told, (i + repeat) % count)).toBe(textAt(told, i));
        },
      ),
    );
  });
});

describe('outlines of signs', () => {
  it('are those of the font, which its reader lays out as wide', () => {
    const require = createRequire(import.meta.url);
    const { buffer, byteOffset, byteLength } = readFileSync(
      require.resolve('@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff'),
    );
    const font = opentype.parse(buffer.slice(byteOffset, byteOffset + byteLength));
    for (const text of ['COIN RELAY', '0123456789', 'Zürich – “pier” 3/4']) {
      const { width, parts } = laySigns(text, outlinesOf(text));
      const advance = [...text].reduce((sum, sign) => sum + (font.charToGlyph(sign).advanceWidth ?? NaN), 0);
      expect(width * CAPITAL).toBeCloseTo(advance, 6);
      const [first] = parts;
      expect(first.x).toBeCloseTo(-width / 2, 12);
      for (const sign of text.replaceAll(' ', '')) {
        const { d = '' } = signOutline(sign) ?? {};
        const contours = parsePathData(d).map((contour) => pathBounds(measurePath(contour)));
        const box = font.charToGlyph(sign).getBoundingBox();
        // Corners of the font are whole units; bounds of its curves lie between them.
        expect(Math.abs(Math.min(...contours.map(([x0]) => x0)) - box.x1)).toBeLessThan(1.01);
        expect(Math.abs(Math.max(...contours.map(([, , , y1]) => y1)) - box.y2)).toBeLessThan(1.01);
      }
    }
  });

  it('there is one for every sign that a text may have, and digits are all as wide', () => {
    for (const [first, last] of SIGN_RANGES)
      for (let code = first; code <= last; code++)
        expect(signOutline(String.fromCodePoint(code))?.advance).toBeGreaterThan(0);
    expect(signOutline('ж')).toBeNull();
    const widths = new Set([...'0123456789'].map((digit) => signOutline(digit)?.advance));
    expect(widths.size).toBe(1);
  });

  it('a text is few parts: each digit, and what stands between', () => {
    const text = 'No. 12 b';
    expect(laySigns(text, outlinesOf(text)).parts.map(({ signs }) => signs)).toEqual([
      'No. ',
      '1',
      '2',
      ' b',
    ]);
  });
});

describe('what cannot be lettered', () => {
  it.each([
    [{ text: '' }, /Too small/],
    [{ text: 'x'.repeat(41) }, /Too big/],
    [{ text: 'жил' }, /no outline of “ж”, “и”, “л”/],
    [{ height: 0 }, /Too small/],
    [{ every: 0 }, /Too small/],
    [{ quarters: 4 }, /Too big/],
  ])('%o is refused in words', (change, words) => {
    const { error } = LetteringSchema.safeParse({ ...plain, ...change });
    expect(error?.issues[0].message).toMatch(words);
  });

  it('signs that are missing are told once', () => {
    expect(missingSigns('a漢b漢')).toEqual(['漢']);
  });
});
