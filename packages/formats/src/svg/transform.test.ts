import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { IDENTITY, multiply, type AffineTuple } from '@coin-relay/core';
import { parseTransform } from './transform';
import { innerViewport, outerViewport } from './viewport';

const apply = ([a, b, c, d, e, f]: AffineTuple, x: number, y: number): [number, number] => [
  a * x + c * y + e,
  b * x + d * y + f,
];
const at = (text: string, x: number, y: number): [number, number] => {
  const matrix = parseTransform(text);
  if (!matrix) throw new Error(`cannot read ${text}`);
  return apply(matrix, x, y);
};
const close = (found: [number, number], x: number, y: number): void => {
  expect(found[0]).toBeCloseTo(x, 9);
  expect(found[1]).toBeCloseTo(y, 9);
};

describe('transform lists', () => {
  it('each kind does what CSS Transforms says', () => {
    close(at('translate(3, 4)', 1, 1), 4, 5);
    close(at('translate(3)', 1, 1), 4, 1);
    close(at('scale(2 3)', 1, 1), 2, 3);
    close(at('rotate(90)', 1, 0), 0, 1);
    close(at('rotate(90 10 10)', 10, 0), 20, 10);
    close(at('skewX(45)', 0, 2), 2, 2);
    close(at('skewY(45)', 2, 0), 2, 2);
    close(at('matrix(1 2 3 4 5 6)', 1, 1), 9, 12);
  });

  it('the last one in the list is done first', () => {
    close(at('translate(10) scale(2)', 1, 0), 12, 0);
    close(at('scale(2),translate(10)', 1, 0), 22, 0);
  });

  it('takes separators as people write them', () => {
    close(at('  translate( 1 , 2 )\n,rotate(90deg) translate(5px 0)', 0, 0), 1, 7);
    expect(parseTransform('')).toEqual(IDENTITY);
  });

  it.each([
    'scale()',
    'rotate(1 2)',
    'translate(a)',
    'wobble(1)',
    'scale(2',
    'matrix(1 2 3)',
    'translate(1) junk',
  ])('does not guess at %j', (text) => {
    expect(parseTransform(text)).toBeNull();
  });

  it('multiplying is doing one after the other (property)', () => {
    const entry = fc.double({ min: -5, max: 5, noNaN: true });
    const matrix = fc.tuple(entry, entry, entry, entry, entry, entry);
    fc.assert(
      fc.property(matrix, matrix, entry, entry, (outer, inner, x, y) => {
        const [u, v] = apply(inner, x, y);
        const [p, q] = apply(outer, u, v);
        close(apply(multiply(outer, inner), x, y), p, q);
      }),
    );
  });
});

describe('viewports', () => {
  it('sizes are read with any unit and space round them; what is none, however long, is none', () => {
    const scale = (width: string): number =>
      outerViewport({ width, viewBox: '0 0 10 10' }).millimetresPerUnit;
    expect(scale(' 5mm ')).toBeCloseTo(0.5, 12);
    expect(scale('+.5 cm')).toBeCloseTo(0.5, 12);
    expect(scale('5.e0MM')).toBeCloseTo(0.5, 12);
    for (const none of [
      `${'1'.repeat(60_000)}!`,
      `1${' '.repeat(60_000)}!`,
      `1.${'1'.repeat(60_000)}e`,
      '5mm5',
      '1e',
    ])
      expect(outerViewport({ width: none, viewBox: '0 0 10 10' })).toMatchObject({
        millimetresPerUnit: 1,
        physical: false,
      });
  });

  it('the smaller scale decides, so that the picture is not distorted', () => {
    expect(
      outerViewport({ width: '100mm', height: '10mm', viewBox: '0 0 100 100' }).millimetresPerUnit,
    ).toBeCloseTo(0.1, 12);
  });

  it('unless the drawing asks for that', () => {
    const { matrix } = outerViewport({
      width: '100mm',
      height: '10mm',
      viewBox: '0 0 100 100',
      preserveAspectRatio: 'none',
    });
    expect([matrix[0], matrix[3]]).toEqual([1, 0.1]);
  });

  it('reads every physical unit', () => {
    const per = (width: string): number => outerViewport({ width, viewBox: '0 0 10 10' }).millimetresPerUnit;
    expect(
      [per('10mm'), per('1cm'), per('1in'), per('72pt'), per('6pc'), per('40q')].map((k) =>
        Number(k.toFixed(9)),
      ),
    ).toEqual([1, 1, 2.54, 2.54, 2.54, 1]);
  });

  it('per cent, broken and empty sizes say nothing', () => {
    for (const width of ['100%', 'wide', '', '12 apples'])
      expect(outerViewport({ width, viewBox: '0 0 9 9' }).physical).toBe(false);
    for (const viewBox of ['0 0 0 9', '1 2 3', 'a b c d'])
      expect(outerViewport({ width: '25.4mm', viewBox }).millimetresPerUnit).toBeCloseTo(25.4 / 96, 12);
  });

  it('a drawing within a drawing is placed, fitted and centred', () => {
    const inner = innerViewport(
      { x: '10', y: '20', width: '100', height: '50', viewBox: '0 0 10 10' },
      { size: null, perMm: 1 },
    );
    // The square box is fitted into 50 x 50 and centred in 100 x 50.
    close(apply(inner, 0, 0), 35, 20);
    close(apply(inner, 10, 10), 85, 70);
  });
});
