import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  allRepeat,
  framesToRead,
  MOST_TRAVEL,
  phasesInLoop,
  eyeReading,
  seamlessTravels,
  speedFor,
  travelFor,
  type Speed,
} from './loop';

const TIMING = { frames: 120, framesPerSecond: 24 };
/** A chain of 90 links of 12.7 mm. */
const CHAIN = { spacing: 12.7, lap: 90 };
/** A sprocket of 17 teeth turns a seventeenth a link. */
const SPROCKET = (2 * Math.PI) / 17;

describe('speeds in the words of the trade', () => {
  it('five seconds at 24 frames a second are 120 frames (common practice, no source): 18 links are 3.6 a second', () => {
    expect(speedFor('links-a-second', 18, TIMING, CHAIN)).toBeCloseTo(3.6, 12);
    expect(speedFor('mm-a-second', 18, TIMING, CHAIN)).toBeCloseTo(45.72, 12);
    expect(speedFor('laps-a-loop', 18, TIMING, CHAIN)).toBeCloseTo(0.2, 12);
    expect(speedFor('laps-a-minute', 18, TIMING, CHAIN)).toBeCloseTo(2.4, 12);
    // v = z p n: 3.6 links a second are 3.6 · 60 / 17 turns a minute of 17 teeth.
    expect(speedFor('rpm', 18, TIMING, CHAIN, SPROCKET)).toBeCloseTo((3.6 * 60) / 17, 12);
  });

  it('what is typed as one of them comes back as it (property)', () => {
    const kind = fc.constantFrom<Speed['in']>(
      'links-a-second',
      'mm-a-second',
      'laps-a-minute',
      'laps-a-loop',
      'rpm',
    );
    fc.assert(
      fc.property(
        kind,
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 240 }),
        (unit, value, frames, framesPerSecond) => {
          const timing = { frames, framesPerSecond };
          const travel = travelFor({ in: unit, value, perPitch: SPROCKET }, timing, CHAIN);
          const back = speedFor(unit, travel, timing, CHAIN, SPROCKET);
          expect(Math.abs(back - value)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(value)));
        },
      ),
    );
  });

  it('says what cannot be', () => {
    const speed = { in: 'laps-a-loop', value: 1 } as const;
    expect(() => travelFor(speed, TIMING, { ...CHAIN, lap: null })).toThrow(/open path has no laps/);
    expect(() => travelFor({ ...speed, value: Infinity }, TIMING, CHAIN)).toThrow(/Give a number/);
    expect(() => travelFor(speed, { ...TIMING, frames: 0 }, CHAIN)).toThrow(/0 frames cannot be played/);
    expect(() => travelFor(speed, { ...TIMING, framesPerSecond: -1 }, CHAIN)).toThrow(/Give 1 to 240/);
    expect(() => travelFor({ in: 'rpm', value: 1, perPitch: 0 }, TIMING, CHAIN)).toThrow(/does not turn/);
  });
});

describe('travels that meet the loop’s end', () => {
  it('are whole numbers of the repeat, with the next slower and faster one', () => {
    expect(seamlessTravels(16, 6)).toEqual({ nearest: 18, slower: 12, faster: 24 });
    expect(seamlessTravels(-16, 6)).toEqual({ nearest: -18, slower: -12, faster: -24 });
    expect(seamlessTravels(0, 6)).toEqual({ nearest: 0, slower: null, faster: 6 });
  });

  it('nothing that is to move is rounded to standing still', () => {
    expect(seamlessTravels(0.001, 6)).toEqual({ nearest: 6, slower: null, faster: 12 });
    expect(seamlessTravels(-1e-9, 1).nearest).toBe(-1);
  });

  it('refuses absurd speeds', () => {
    expect(() => seamlessTravels(1e9, 1)).toThrow(/at most 100000 can be travelled/);
    expect(seamlessTravels(MOST_TRAVEL, 1)).toEqual({
      nearest: MOST_TRAVEL,
      slower: MOST_TRAVEL - 1,
      faster: null,
    });
  });

  it('use only F / gcd(F, k) different phases', () => {
    expect([phasesInLoop(120, 18), phasesInLoop(120, 7), phasesInLoop(120, 120)]).toEqual([20, 120, 1]);
  });

  it('all look as they did after the least common multiple of sequence and teeth', () => {
    const mark = (teeth: number) => ({ teeth, repeats: 1 });
    expect(allRepeat(6, [mark(17), mark(38)])).toBe(6 * 17 * 19);
    // Five spokes on 20 teeth: the picture is back every four.
    expect(allRepeat(1, [{ teeth: 20, repeats: 5 }])).toBe(4);
  });
});

describe('too fast to read', () => {
  // Shannon, Communication in the Presence of Noise, 1949: half of what repeats, a frame, is the limit.
  it('warns from 0.4 of the visible repeat a frame, and says which way it seems to go', () => {
    const at = (travel: number) => eyeReading(travel, 100, 2, 1).reads;
    expect([79, 80, 99, 100, 150, 195, 200, 230, 320].map(at)).toEqual([
      'well',
      'hard',
      'hard',
      'backwards',
      'backwards',
      'still',
      'still',
      'hard',
      'backwards',
    ]);
    expect(eyeReading(150, 100, 2, 1).ratio).toBeCloseTo(0.75, 12);
  });

  it('the fastest travel that reads is just below the threshold (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(1, -1),
        (frames, visible, repeat, way) => {
          const { fastest } = eyeReading(way * 50_000, frames, visible, repeat);
          if (fastest !== 0) expect(eyeReading(fastest, frames, visible, repeat).reads).toBe('well');
          expect(eyeReading(fastest + way * repeat, frames, visible, repeat).reads).not.toBe('well');
          // The same from the other side: so many frames are enough, and one fewer is not.
          const need = framesToRead(repeat, visible);
          expect(eyeReading(repeat, need, visible, repeat).reads).toBe('well');
          if (need > 1) expect(eyeReading(repeat, need - 1, visible, repeat).reads).not.toBe('well');
        },
      ),
    );
  });
});
