import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatExact, formatLength, parseLength, UNITS } from './index';

describe('typed lengths', () => {
  it.each([
    ['12.7', 12.7],
    ['12,7 mm', 12.7],
    ['1.5 cm', 15],
    ['0.4 m', 400],
    ['1/2 in', 12.7],
    ['1 ft', 304.8],
    ['1 ft 2 in', 355.6],
    ['50 ft', 15_240],
    ['400 + 2*12.7', 425.4],
    ['2*(3 mm + 1 cm)', 26],
    ['3 in − 1 mm', 75.2],
    ['-4', -4],
    ['90 × 12.7', 1143],
    ['1"', 25.4],
    ['.5', 0.5],
  ])('%s is %d mm', (text, mm) => {
    expect(parseLength(text, 'mm')).toBeCloseTo(mm, 9);
  });

  it.each([
    '',
    'abc',
    '1 mm mm',
    '1 2',
    '(1',
    '1)',
    '1 mm + 2',
    '2 mm * 3 mm',
    '1/0',
    '--',
    '1e999',
    '5 furlongs',
  ])('%j is none', (text) => {
    expect(parseLength(text, 'mm')).toBeNull();
  });

  it('a bare number is in the display unit', () => {
    expect(parseLength('2', 'in')).toBeCloseTo(50.8, 12);
    expect(parseLength('2 mm', 'in')).toBe(2);
  });

  it('reads what it writes, to the last digit shown (property)', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e5, max: 1e5, noNaN: true }), fc.constantFrom(...UNITS), (mm, unit) => {
        const back = parseLength(formatLength(mm, unit), 'mm');
        const digit = { mm: 0.005, cm: 0.005, m: 0.05, in: 0.00127 }[unit];
        expect(Math.abs((back ?? NaN) - mm)).toBeLessThanOrEqual(digit * 1.01);
      }),
    );
  });

  it('never breaks on scraps (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('1', '.', 'mm', 'in', '(', ')', '+', '-', '*', '/', ' ', 'ft'), {
          maxLength: 20,
        }),
        (parts) => {
          const mm = parseLength(parts.join(''), 'mm');
          expect(mm === null || Number.isFinite(mm)).toBe(true);
        },
      ),
    );
  });

  it('shows as many decimals as a number needs', () => {
    expect(formatExact(12.7, 'mm')).toBe('12.70\u00a0mm');
    expect(formatExact(9.525, 'mm')).toBe('9.525\u00a0mm');
  });
});

it('what is rounded to nothing has no sign; what is not keeps its own', () => {
  expect([formatLength(-1e-9, 'mm'), formatLength(-0.001, 'in'), formatLength(-0.006, 'mm')]).toEqual([
    '0.00\u00a0mm',
    '0.0000\u00a0in',
    '−0.01\u00a0mm',
  ]);
});
