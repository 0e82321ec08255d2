import { describe, expect, it } from 'vitest';
import { coilView, diameterAt, springAt, springFacts, type Spring, type SpringEnds } from './index';

const made = (change: Partial<Spring> = {}): Spring => ({
  wire: 2,
  diameter: 16,
  coils: 8,
  ends: 'plain',
  free: 60,
  longest: null,
  modulus: 79_300,
  ...change,
});

describe('helical springs', () => {
  // Shigley, Mechanical Engineering Design, table 10-1: total coils, free length, solid length.
  const d = 2;
  const n = 8;
  const rows: [SpringEnds, number, (p: number) => number, number][] = [
    ['plain', n, (p) => p * n + d, d * (n + 1)],
    ['plain-ground', n + 1, (p) => p * (n + 1), d * (n + 1)],
    ['closed', n + 2, (p) => p * n + 3 * d, d * (n + 2 + 1)],
    ['closed-ground', n + 2, (p) => p * n + 2 * d, d * (n + 2)],
  ];
  it.each(rows)('%s ends: coils, free and solid length as in the table', (ends, total, free, solid) => {
    const facts = springFacts(made({ ends }));
    expect(facts.total).toBe(total);
    expect(free(facts.pitch)).toBeCloseTo(60, 12);
    expect(facts.solid).toBe(solid);
  });

  it('rate d⁴ G / (8 D³ N) (Shigley, equation 10-9)', () => {
    const facts = springFacts(made());
    expect(facts.rate).toBeCloseTo((2 ** 4 * 79_300) / (8 * 16 ** 3 * 8), 12);
    expect(facts.index).toBe(8);
    expect(springFacts(made({ modulus: null })).rate).toBeNull();
    const pressed = springAt(made(), facts, 45);
    expect(pressed.force).toBeCloseTo(15 * (facts.rate ?? 0), 12);
    expect(pressed.ratio).toBe(0.75);
  });

  it('warns when shorter than solid or longer than its limit, at the very length', () => {
    const spring = made({ longest: 80 });
    const facts = springFacts(spring);
    const state = (length: number): string => springAt(spring, facts, length).state;
    expect([state(18), state(17.999), state(80), state(80.001)]).toEqual([
      'works',
      'solid',
      'works',
      'too-long',
    ]);
  });

  it('what cannot be wound is refused', () => {
    expect(() => springFacts(made({ diameter: 2 }))).toThrow(
      /wire of 2 mm cannot be wound to a mean diameter of 2 mm/,
    );
    expect(() => springFacts(made({ free: 18 }))).toThrow(
      /Solid it is 18 mm long, so that it cannot be 18 mm long/,
    );
    expect(() => springFacts(made({ coils: 0.5 }))).toThrow(/0.5 active coils/);
  });
});

describe('a spring seen from the side', () => {
  const total = (spring: Spring, length: number): number => {
    const { behind, front } = coilView(spring, springFacts(spring), length);
    return [...behind, ...front].length;
  };

  it('shows every turn once in front and once behind', () => {
    expect(total(made(), 60)).toBe(16);
    expect(total(made({ ends: 'closed' }), 60)).toBe(20);
  });

  it.each(['plain', 'plain-ground', 'closed', 'closed-ground'] as const)(
    '%s: the wire goes from end to end at any length',
    (ends) => {
      const spring = made({ ends });
      for (const length of [40, 60, 77]) {
        const { behind, front } = coilView(spring, springFacts(spring), length);
        const xs = [...behind, ...front].flatMap((line) => [...line].filter((_, i) => i % 2 === 0));
        // Half a wire in: its edge is at the end.
        expect(Math.min(...xs)).toBeCloseTo(1, 9);
        expect(Math.max(...xs)).toBeCloseTo(length - 1, 9);
      }
    },
  );

  it('keeps the length of its wire: (π D)² + p² of a coil', () => {
    const spring = made();
    const { pitch } = springFacts(spring);
    for (const rise of [2, 5, pitch, 11]) {
      const diameter = diameterAt(spring, pitch, rise);
      expect((Math.PI * diameter) ** 2 + rise ** 2).toBeCloseTo((Math.PI * 16) ** 2 + pitch ** 2, 9);
    }
    // Solid, D grows to sqrt(D² + (p² − d²) / π²).
    expect(diameterAt(spring, pitch, 2)).toBeCloseTo(
      Math.sqrt(16 ** 2 + (pitch ** 2 - 4) / Math.PI ** 2),
      12,
    );
  });

  it('is the projection of a helix: y = D/2 cos, x = pitch × turns', () => {
    const spring = made();
    const { front } = coilView(spring, springFacts(spring), 60);
    const [first] = front;
    for (let i = 0; i < first.length; i += 2) {
      const turns = (first[i] - 1) / 7.25;
      expect(first[i + 1]).toBeCloseTo(8 * Math.cos(2 * Math.PI * turns), 9);
    }
  });

  it('coils at rest in closed ends touch, whatever its length', () => {
    const spring = made({ ends: 'closed-ground' });
    const { front } = coilView(spring, springFacts(spring), 70);
    // From the end of the first turn to the start of the rise one wire; the ground end lies flat.
    expect([front[0][0], front[1][0]]).toEqual([1, 2]);
    expect(front[3][0] - front[2][0]).toBeCloseTo((70 - 4) / 8, 9);
  });
});
