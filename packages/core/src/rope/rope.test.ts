import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holonomy, measureSpacePath, roundedPath } from '../space-path';
import { planar } from '../space-path/space-path.testing';
import {
  angleAt,
  contactRadius,
  contactRadiusAt,
  handbookRadius,
  layAt,
  leastLay,
  MOST_STRANDS,
  strandGap,
} from './strands';
import { strandGapInBend } from './bend-gap';
import { leastBetween, ropeFrames, strandLines } from './strand-lines';
import { layCandidates, nearestLay } from './whole-lays';

const DEGREE = Math.PI / 180;
const lays = fc.record({
  strands: fc.integer({ min: 2, max: 12 }),
  radius: fc.double({ min: 0.2, max: 8, noNaN: true }),
  longer: fc.double({ min: 1.05, max: 12, noNaN: true }),
});

/** A helix in space. */
const onHelix = (radius: number, lay: number, angle: number, phase: number): readonly number[] => [
  radius * Math.cos(angle + phase),
  radius * Math.sin(angle + phase),
  (lay * angle) / (2 * Math.PI),
];

/** The least distance of two neighbouring helices by search alone: ever finer steps about the best of the last ones. */
function searchedGap(radius: number, lay: number, strands: number): number {
  const at = onHelix(radius, lay, 0, 0);
  const off = (angle: number): number =>
    Math.hypot(...onHelix(radius, lay, angle, (2 * Math.PI) / strands).map((value, c) => value - at[c]));
  let [middle, wide] = [0, 2 * Math.PI];
  for (let round = 0; round < 40; round++) {
    let [best, least] = [middle, Infinity];
    for (let k = -200; k <= 200; k++) {
      const angle = middle + (wide * k) / 200;
      if (off(angle) < least) [best, least] = [angle, off(angle)];
    }
    middle = best;
    wide /= 20;
    if (wide < 1e-13) break;
  }
  return off(middle);
}

describe('strands that touch', () => {
  it('laid ever longer they are circles that touch: r / sin(π/m) (closed form: chords of a regular polygon)', () => {
    for (const [strands, radius] of [
      [2, 1],
      [3, 1.154701],
      [4, Math.SQRT2],
      [6, 2],
    ])
      expect(contactRadius(1, { strands, lay: 1e6 })).toBeCloseTo(radius, 6);
  });

  it('the least distance is what a search finds that knows nothing of how it is worked out', () => {
    fc.assert(
      fc.property(lays, ({ strands, radius, longer }) => {
        const lay = leastLay(strands, radius) * longer;
        const found = contactRadius(radius, { strands, lay });
        const searched = searchedGap(found, lay, strands);
        expect(searched / (2 * radius)).toBeGreaterThan(1 - 1e-9);
        expect(searched / (2 * radius)).toBeLessThan(1 + 1e-7);
        expect(strandGap(found, { strands, lay })).toBeCloseTo(2 * radius, 9);
      }),
      { numRuns: 60 },
    );
  });

  it('no other two strands are nearer either, nor a strand to itself a turn further on', () => {
    for (const [strands, longer] of [
      [2, 1.3],
      [3, 1.1],
      [6, 1.5],
      [8, 4],
    ]) {
      const lay = leastLay(strands, 1) * longer;
      const radius = contactRadius(1, { strands, lay });
      const at = onHelix(radius, lay, 0, 0);
      for (let j = 0; j < strands; j++)
        for (let k = -4_000; k <= 4_000; k++) {
          const angle = (k / 4_000) * 3 * Math.PI;
          // Along the strand itself what is near is the same stretch of it.
          if (j === 0 && Math.abs(angle) < Math.PI / strands) continue;
          const there = onHelix(radius, lay, angle, (2 * Math.PI * j) / strands);
          expect(Math.hypot(...there.map((value, c) => value - at[c]))).toBeGreaterThan(2 - 1e-9);
        }
    }
  });

  it('by its angle it is the same rope as by its lay', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 12 }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (strands, degrees) => {
          const radius = contactRadiusAt(1.5, strands, degrees * DEGREE);
          const lay = layAt(radius, degrees * DEGREE);
          expect(contactRadius(1.5, { strands, lay })).toBeCloseTo(radius, 9);
          expect(angleAt(radius, lay)).toBeCloseTo(degrees * DEGREE, 12);
        },
      ),
    );
  });

  it('the handbook lets strands cut in a little: six strands by 0.14 % at 20°, 0.64 % at 30° (Costello’s formula)', () => {
    expect(handbookRadius(1, 6, 0)).toBeCloseTo(2, 12);
    for (const [degrees, part] of [
      [20, 0.0014],
      [30, 0.0064],
    ]) {
      const ours = contactRadiusAt(1, 6, degrees * DEGREE);
      expect(1 - handbookRadius(1, 6, degrees * DEGREE) / ours).toBeCloseTo(part, 4);
    }
  });

  it('what cannot be laid is refused with what to do', () => {
    expect(() => contactRadius(1, { strands: 1, lay: 50 })).toThrow(/2 to 36 strands; it was given 1/);
    expect(() => contactRadius(1, { strands: 100, lay: 500 })).toThrow(/it was given 100/);
    expect(() => contactRadius(1, { strands: MOST_STRANDS, lay: 500 })).not.toThrow();
    expect(() => contactRadius(1, { strands: 6, lay: 12 })).toThrow(/side by side they take 12 mm/);
    expect(() => contactRadius(0, { strands: 6, lay: 12 })).toThrow(/radius of more than 0 mm/);
    expect(() => contactRadiusAt(1, 6, Math.PI / 2)).toThrow(/less than 90°/);
  });
});

describe('a closed rope', () => {
  const paths = {
    'a circle in its plane': planar('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z'),
    'a curve that leaves its plane': measureSpacePath(
      roundedPath(
        [
          { x: 0, y: 0, z: 0, radius: 15 },
          { x: 120, y: 0, z: 40, radius: 15 },
          { x: 100, y: 90, z: -30, radius: 20 },
          { x: -10, y: 70, z: 20, radius: 15 },
        ],
        true,
      ),
    ),
  };

  it.each(Object.entries(paths))('%s: strands meet in place, whichever lay is taken', (_, path) => {
    const loop = { length: path.length, holonomy: holonomy(path) };
    for (const hand of ['right', 'left'] as const)
      for (const strands of [2, 3, 6]) {
        const candidates = layCandidates(strands, 40, hand, loop, 5);
        expect(candidates).toHaveLength(5);
        for (const { steps, lay } of candidates) {
          const lines = strandLines(ropeFrames(path, 801), { strands, radius: 3, lay, hand, turn: 0.4 });
          const side = hand === 'right' ? 1 : -1;
          lines.forEach((line, j) => {
            const next = lines[(((j + side * steps) % strands) + strands) % strands];
            const off = Math.hypot(...[0, 1, 2].map((c) => line[line.length - 3 + c] - next[c]));
            expect(off).toBeLessThan(1e-9 * path.length);
          });
        }
      }
  });

  it('the nearest one is at most half a step off, and says how many strands there really are', () => {
    const loop = { length: 1_000, holonomy: 0 };
    const candidates = layCandidates(6, 61, 'right', loop, 7);
    // 1000 / 61 is 16.39 turns, 98.36 sixths: 98 of them, 16 1/3 turns.
    const best = nearestLay(candidates)!;
    expect(best).toMatchObject({ steps: 98, loops: 2 });
    expect(best.lay).toBeCloseTo(6_000 / 98, 12);
    expect(candidates.map(({ steps }) => steps)).toEqual([95, 96, 97, 98, 99, 100, 101]);
    expect(candidates[1].loops).toBe(6);
    expect(() => layCandidates(6, 0, 'right', loop, 3)).toThrow(/cannot be laid round 1000 mm/);
    expect(() => layCandidates(6, 0.001, 'right', loop, 3)).toThrow(/at most 20,000 times/);
  });
});

describe('strands along a path', () => {
  it('on a straight rope they are where the helix has them, and no nearer than they may be', () => {
    const path = planar('M0 0H600');
    const radius = contactRadius(2, { strands: 6, lay: 60 });
    const lines = strandLines(ropeFrames(path, 6_001), {
      ...{ strands: 6, radius, lay: 60, hand: 'right' as const, turn: 0 },
    });
    expect(lines).toHaveLength(6);
    for (const i of [0, 777, 6_000]) {
      const angle = (2 * Math.PI * i) / 600;
      expect(Math.hypot(lines[0][3 * i + 1], lines[0][3 * i + 2])).toBeCloseTo(radius, 12);
      expect(lines[0][3 * i + 2]).toBeCloseTo(radius * Math.cos(angle), 9);
      // A right-handed rope goes on like a corkscrew: seen along its way it turns clockwise.
      expect(lines[0][3 * i + 1]).toBeCloseTo(-radius * Math.sin(angle), 9);
    }
    expect(leastBetween(lines[0], lines[1], 120)).toBeGreaterThan(4 - 1e-4);
    expect(leastBetween(lines[0], lines[1], 120)).toBeLessThan(4 + 1e-9);
  });

  it('radius and lay may change along it: turns add up', () => {
    const path = planar('M0 0H100');
    const lines = strandLines(ropeFrames(path, 2_001), {
      ...{ strands: 2, hand: 'left' as const, turn: 0, radius: (s: number) => 1 + s / 100 },
      // One turn takes ever longer: over 100 mm they add up to ∫ ds / (10 + s / 10) = 10 ln 2.
      lay: (s: number) => 10 + s / 10,
    });
    const end = lines[0].slice(-3);
    expect(Math.hypot(end[1], end[2])).toBeCloseTo(2, 12);
    const turned = Math.atan2(end[1], end[2]) / (2 * Math.PI);
    expect(turned - Math.floor(turned)).toBeCloseTo(10 * Math.LN2 - Math.floor(10 * Math.LN2), 5);
  });

  it('more stations than are worked out at once are refused', () => {
    expect(() => ropeFrames(planar('M0 0H10'), 200_001)).toThrow(/2 to 200,000 stations/);
  });
});

describe('strands in a bend', () => {
  it('come nearer by as much as the lines of a rope round a circle do (independent search)', () => {
    for (const [strands, radius, lay, bend] of [
      [3, 2, 40, 30],
      [6, 4, 60, 25],
      [4, 1.5, 9, 60],
      [2, 1, 12, 8],
    ]) {
      // Whole lays round it, so that every place of a strand comes to every angle.
      const turns = Math.round((2 * Math.PI * bend) / lay);
      const whole = (2 * Math.PI * bend) / turns;
      const circle = planar(`M${bend} 0A${bend} ${bend} 0 1 1 ${-bend} 0A${bend} ${bend} 0 1 1 ${bend} 0Z`);
      const many = 6000;
      const lines = strandLines(ropeFrames(circle, many), {
        strands,
        radius,
        lay: whole,
        hand: 'right',
        turn: 0.3,
      });
      const searched = leastBetween(
        lines[0],
        lines[1],
        Math.ceil((many * whole) / (circle.length * strands)) * 2,
      );
      const told = strandGapInBend(radius, { strands, lay: whole }, bend);
      expect(Math.abs(told - searched)).toBeLessThan(2e-4 * searched);
      expect(told).toBeLessThan(strandGap(radius, { strands, lay: whole }));
    }
  });

  it('are as near as in the straight where the bend is very wide, and nearer the tighter it is (property)', () => {
    fc.assert(
      fc.property(lays, ({ strands, radius, longer }) => {
        const lay = leastLay(strands, radius) * longer;
        const on = contactRadius(radius, { strands, lay });
        const straight = strandGap(on, { strands, lay });
        expect(straight).toBeCloseTo(2 * radius, 9);
        expect(strandGapInBend(on, { strands, lay }, Infinity)).toBe(straight);
        expect(strandGapInBend(on, { strands, lay }, on * 1e5) / straight).toBeCloseTo(1, 3);
        const gaps = [50, 20, 8, 3, 1.5].map((times) => strandGapInBend(on, { strands, lay }, on * times));
        for (let i = 1; i < gaps.length; i++) expect(gaps[i]).toBeLessThanOrEqual(gaps[i - 1] * (1 + 1e-9));
        expect(strandGapInBend(on, { strands, lay }, on)).toBe(0);
      }),
    );
  });
});
