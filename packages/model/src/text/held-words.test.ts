import { PLAIN_LAY } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { plankPieces, PLAIN_SETTING } from '../families';
import { PLAIN_SET_OUT, type Job } from '../job';
import {
  breathHeld,
  endToEndHeld,
  finishHeld,
  layHeld,
  meetHeld,
  profileHeld,
  settingHeld,
  tiesHeld,
  trainHeld,
  variationHeld,
  wholeRowHeld,
} from './index';

const demo = (id: string): Job => demoJobs().find((entry) => entry.id === id)!.job;
const plain = (text: string): string => text.replace(/\u00a0/g, ' ');
const [plank] = plankPieces(50).pieces;
const [run] = demo('demo-coin-lift').runs;

describe('what of a folded part holds, in a few words', () => {
  it('is nothing where all of it is plain', () => {
    const job = demo('demo-coin-lift');
    const none = [
      settingHeld(plank, 'mm'),
      variationHeld(plank),
      finishHeld(plank, job),
      wholeRowHeld({ ...run, setOut: { ...PLAIN_SET_OUT } }),
      layHeld({}, 'mm'),
      layHeld({ lay: { ...PLAIN_LAY, inset: [0, 0] } }, 'mm'),
      endToEndHeld({}, 'mm'),
      meetHeld({}),
      profileHeld(job, run.id),
      trainHeld(job, run.id),
      breathHeld(job, run.id),
      tiesHeld(job),
    ];
    expect(none).toEqual(none.map(() => ''));
  });

  it('a piece: how it sits, how unlike its copies are, what it is made of', () => {
    const setting = {
      ...PLAIN_SETTING,
      scale: 1.5,
      turn: Math.PI / 4,
      flip: true,
      out: -3,
      facing: 'upright' as const,
    };
    expect(plain(settingHeld({ ...plank, setting }, 'mm'))).toBe(
      '1.5 times as large, turned by 45°, flipped, 3.00 mm in, upright',
    );
    const variation = { seed: 1, size: 0.1, thickness: 0, turn: 0.1, wire: 0 };
    expect(plain(variationHeld({ ...plank, variation }))).toBe('size ±10 %, turn ±5.7°');
    const finish = { material: 'copper', line: false, picture: null };
    expect(finishHeld({ ...plank, finish }, demo('demo-coin-lift'))).toBe('copper, no outline');
  });

  it('a row: what holds for all of it, where it lies, what it meets', () => {
    const setOut = {
      ...PLAIN_SET_OUT,
      rows: { count: 2, spacing: 10 },
      boundary: { path: 'p', keep: 'outside' as const, how: 'cut' as const },
    };
    expect(wholeRowHeld({ ...run, setOut })).toBe('2 rows, kept outside');
    const lay = {
      ...PLAIN_LAY,
      inset: [5, 2.5] as [number, number],
      ends: 'points' as const,
      rest: 'spread' as const,
    };
    expect(plain(layHeld({ lay }, 'mm'))).toBe('5.00 mm and 2.50 mm free, on the ends, rest spread');
    expect(plain(endToEndHeld({ endToEnd: { gap: 1.5 } }, 'mm'))).toBe('end to end, 1.50 mm');
    expect(meetHeld({ meet: { corners: 0.5, at: [3, 9] } })).toBe('corners, 2 places');
    expect(meetHeld({ meet: { corners: null, at: [], points: true, alone: true } })).toBe(
      'one on every point',
    );
  });

  it('a machine: what drives a row, and what is tied to it', () => {
    const arcade = demo('demo-arcade-drive');
    expect(trainHeld(arcade, 'lift')).toBe('Motor belt');
    expect(tiesHeld(arcade)).not.toBe('');
    const drives = [
      {
        run: 'lift',
        pitches: 4,
        manner: {
          way: 'to-and-fro' as const,
          dwell: [4, 0] as [number, number],
          ease: [0, 0] as [number, number],
        },
      },
    ];
    const breaths = [{ run: 'lift', what: 'size' as const, amount: 0.25, seed: 1, period: 24, alike: 3 }];
    const moved = { ...arcade, motion: { ...arcade.motion, drives, breaths } };
    expect(profileHeld(moved, 'lift')).toBe('to and fro, rests');
    expect(plain(breathHeld(moved, 'lift'))).toBe('size ±25 %');
  });
});
