import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkMotionProfile, legsOf, partTravelled, STEADY, type MotionProfile } from './index';

const manners = fc
  .record({
    way: fc.constantFrom('on' as const, 'to-and-fro' as const),
    frames: fc.integer({ min: 12, max: 400 }),
    parts: fc.tuple(fc.nat(100), fc.nat(100), fc.nat(100), fc.nat(100)),
  })
  .map(({ way, frames, parts }) => {
    const share = (part: number, of: number): number => Math.floor((part / 201) * of);
    const dwell: [number, number] = [share(parts[0], frames - 4), share(parts[1], frames - 4)];
    const leg = Math.min(...legsOf({ way, dwell, ease: [0, 0] }, frames));
    const ease: [number, number] = [share(parts[2], leg), share(parts[3], leg)];
    return { frames, manner: { way, dwell, ease } satisfies MotionProfile };
  });

describe('the manner of travel', () => {
  it('steady: every frame the same part, to the last digit', () => {
    for (let k = 0; k <= 120; k++) expect(partTravelled(STEADY, 120, k)).toBe(k / 120);
    expect(partTravelled(STEADY, 120, 1_200_000)).toBe(10_000);
  });

  it('whatever its rests and eases: begins at none, never leaves its travel, ends at all of it or at home', () => {
    fc.assert(
      fc.property(manners, ({ manner, frames }) => {
        checkMotionProfile(manner, frames);
        const parts = Array.from({ length: frames + 1 }, (_, k) => partTravelled(manner, frames, k));
        expect(parts[0]).toBe(0);
        const end = manner.way === 'on' ? 1 : 0;
        expect(parts[frames]).toBeCloseTo(end, 12);
        for (const part of parts.slice(0, frames)) {
          expect(part).toBeGreaterThanOrEqual(-1e-12);
          expect(part).toBeLessThanOrEqual(1 + 1e-12);
        }
        // It rests for whole frames.
        for (let k = 0; k <= manner.dwell[0]; k++) expect(parts[k]).toBe(0);
        if (manner.way === 'on')
          for (let k = frames - manner.dwell[1]; k < frames; k++) expect(parts[k]).toBeCloseTo(1, 12);
      }),
      { numRuns: 200 },
    );
  });

  it('gets up to speed without a jump: the area under (1 − cos) / 2 is half of its frames', () => {
    const eased: MotionProfile = { way: 'on', dwell: [0, 0], ease: [20, 20] };
    // 100 frames, of which 20 + 20 count half: the steady speed is 1 / 80 a frame.
    expect(partTravelled(eased, 100, 51) - partTravelled(eased, 100, 50)).toBeCloseTo(1 / 80, 12);
    expect(partTravelled(eased, 100, 20)).toBeCloseTo(10 / 80, 12);
    const speeds = Array.from(
      { length: 100 },
      (_, k) => partTravelled(eased, 100, k + 1) - partTravelled(eased, 100, k),
    );
    // Speed changes by at most the steepest slope of the ramp, π / 2T of full speed a frame.
    for (let k = 0; k + 1 < speeds.length; k++)
      expect(Math.abs(speeds[k + 1] - speeds[k])).toBeLessThanOrEqual((Math.PI / 40 / 80) * 1.001);
  });

  it('to and fro: there and back, resting in whole frames at both ends', () => {
    const shuttle: MotionProfile = { way: 'to-and-fro', dwell: [6, 10], ease: [4, 4] };
    expect(legsOf(shuttle, 61)).toEqual([23, 22]);
    for (let k = 29; k <= 39; k++) expect(partTravelled(shuttle, 61, k)).toBe(1);
    expect(partTravelled(shuttle, 61, 61)).toBe(0);
    expect(partTravelled(shuttle, 61, 28)).toBeLessThan(1);
  });

  it('what does not fit into the loop is refused with what to do', () => {
    const refused = (manner: Partial<MotionProfile>, frames: number): string => {
      try {
        checkMotionProfile({ ...STEADY, ...manner }, frames);
      } catch (error) {
        return (error as Error).message;
      }
      return 'taken';
    };
    expect(refused({ dwell: [60, 60] }, 120)).toMatch(/rests for 120 of 120 frames/);
    expect(refused({ ease: [80, 60] }, 120)).toMatch(/take 140 frames, and there are 120 to move in/);
    expect(refused({ way: 'to-and-fro', ease: [40, 30] }, 120)).toMatch(/there are 60 to move in/);
    expect(refused({ dwell: [1.5, 0] }, 120)).toMatch(/whole numbers of frames/);
    expect(refused({ way: 'to-and-fro' }, 1)).toMatch(/leaves none to move in/);
    expect(refused({ ease: [60, 60] }, 120)).toBe('taken');
  });
});
