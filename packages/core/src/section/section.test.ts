import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureSection, sectionRings, STOCK_SECTIONS, stockSection, type SectionShape } from './index';

const SIZES = { width: 10, height: 6, wall: 1 };
const shape = (data: string, wall = 0, mirrored = false): SectionShape => ({ data, wall, mirrored });
const area = (data: string, wall = 0): number => measureSection(sectionRings(shape(data, wall), 1e-4)).area;

describe('ready-made sections', () => {
  it.each([
    // Each area by its closed form.
    ['rectangle', 10 * 6],
    ['round', Math.PI * 5 ** 2],
    ['tube', Math.PI * (5 ** 2 - 4 ** 2)],
    ['channel', 10 * 1 + 2 * 5 * 1],
    ['angle', 10 * 1 + 5 * 1],
    ['tee', 10 * 1 + 5 * 1],
    ['half-pipe', (Math.PI / 2) * (5 ** 2 - 4 ** 2)],
    // A base of 10 − 2 · 0.35 · 6 and two sides of the length hypot(6, 2.1), less what they share with the base.
    [
      'trough',
      (10 + 5.8) * 3 -
        (2 * (5 - 0.35 * 6 + 0.35 - Math.hypot(1, 0.35)) + 2 * (5 - Math.hypot(1, 0.35))) * 2.5,
    ],
  ] as const)('%s has the area it should', (name, expected) => {
    expect(area(stockSection(name, SIZES))).toBeCloseTo(expected, 1);
    const finer = measureSection(sectionRings(shape(stockSection(name, SIZES)), 1e-7)).area;
    expect(finer).toBeCloseTo(expected, 2);
  });

  it.each(STOCK_SECTIONS)('%s has the middle of its box at the zero point', (name) => {
    const { bounds } = measureSection(sectionRings(shape(stockSection(name, SIZES)), 1e-3));
    expect(bounds[0] + bounds[2]).toBeCloseTo(0, 9);
    expect(bounds[1] + bounds[3]).toBeCloseTo(0, 9);
  });

  it('has the head of a rail above its foot, and its leg where an angle has it', () => {
    const { centroid } = measureSection(sectionRings(shape(stockSection('angle', SIZES)), 0.01));
    expect(centroid.x).toBeLessThan(0);
    const mirrored = measureSection(sectionRings(shape(stockSection('angle', SIZES), 0, true), 0.01));
    expect(mirrored.centroid.x).toBeCloseTo(-centroid.x, 12);
    expect(mirrored.centroid.y).toBeCloseTo(centroid.y, 12);
    expect(mirrored.area).toBeCloseTo(15, 12);
  });
});

describe('sections of one’s own', () => {
  it('are an open line with a wall, mitred', () => {
    // An L of two legs of 10 along their middle, 2 thick: 2 · 10 · 2, the corner by the mitre.
    expect(area('M0 10L0 0L10 0', 2)).toBeCloseTo(40, 9);
    const { bounds } = measureSection(sectionRings(shape('M0 10L0 0L10 0', 2), 0.01));
    expect(bounds).toEqual([-1, -1, 10, 10]);
  });

  it('are a closed outline with a wall inside', () => {
    expect(area('M0 0H10V10H0Z', 1)).toBeCloseTo(36, 9);
    expect(area('M0 0V10H10V0Z', 1)).toBeCloseTo(36, 9);
  });

  it('have a centroid that moves as they do', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (x, y) => {
          const { centroid } = measureSection(sectionRings(shape(`M${x} ${y}h3v4Z`), 0.01));
          expect(centroid.x).toBeCloseTo(x + 2, 6);
          expect(centroid.y).toBeCloseTo(y + 4 / 3, 6);
        },
      ),
    );
  });

  it.each([
    ['crosses itself', shape('M0 0L10 10L10 0L0 10Z'), /crosses itself/],
    ['an open line that crosses itself', shape('M0 0L10 0L10 10L5 10L5 -5', 1), /crosses itself/],
    ['has two points', shape('M0 0L10 0Z'), /three corners/],
    ['has no area', shape('M0 0L10 0L5 0Z'), /three corners/],
    ['an open line without a wall', shape('M0 0L10 0'), /needs a wall/],
    ['turns back on itself', shape('M0 0L10 0L0 0.01', 1), /turns back/],
    ['a wall that fills it', shape('M0 0H10V10H0Z', 6), /fills this section/],
    ['two outlines with a wall', shape('M0 0H10V10H0ZM2 2H4V4H2Z', 0.1), /several/],
    ['an open one among others', shape('M0 0H10V10H0ZM2 2H4V4', 0.1), /one open line/],
    [
      'too many corners',
      shape(`M0 0${Array.from({ length: 2100 }, (_, i) => `L${i + 1} ${i % 2}`).join('')}`, 0.1),
      /at the most/,
    ],
  ])('are refused where it %s', (_, section, words) => {
    expect(() => sectionRings(section, 0.01)).toThrow(words);
  });
});
