import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { parseJob, tidyMotion, wouldDriveItself, type Job } from './index';

const arcade = (change: (job: Job) => void = () => undefined): Job => {
  const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-arcade-drive')!.job);
  change(job);
  return job;
};
const refused = (change: (job: Job) => void): string => {
  try {
    parseJob(arcade(change));
  } catch (error) {
    return (error as Error).message;
  }
  return 'taken';
};

describe('a document in motion', () => {
  it('is taken as the arcade keeps it', () => {
    expect(refused(() => undefined)).toBe('taken');
  });

  it.each<[string, (job: Job) => void, RegExp]>([
    ['zero frames', (job) => (job.motion.frames = 0), /motion\.frames/],
    ['a negative frame rate', (job) => (job.motion.framesPerSecond = -24), /motion\.framesPerSecond/],
    ['an absurd frame rate', (job) => (job.motion.framesPerSecond = 1e9), /motion\.framesPerSecond/],
    ['a travel of 1e9', (job) => (job.motion.drives[0].pitches = 1e9), /motion\.drives\.0\.pitches/],
    [
      'runs that drive each other in a ring',
      (job) => (job.motion.drives[0].train = { by: 'show', wheel: 'far-pulley', own: 'motor', gears: null }),
      /motion\.drives: runs drive each other in a ring: “Motor belt” ← “Show belt” ← “Cross chain” ← “Lift chain” ← “Motor belt”/,
    ],
    [
      'rests that leave nothing to move in',
      (job) => (job.motion.drives[0].manner = { way: 'on', dwell: [200, 40], ease: [0, 0] }),
      /motion\.drives\.0\.manner: it rests for 240 of 240 frames/,
    ],
    [
      'a breath that does not divide the loop',
      (job) => (job.motion.breaths![0].period = 7),
      /period of 7 frames/,
    ],
    ['a tie to an anchor that is not there', (job) => (job.ties![0].from = 'ghost'), /no anchor “ghost”/],
    [
      'a crank on a wheel that is not there',
      (job) => Object.assign(job.anchors![2].on, { wheel: 'ghost' }),
      /no wheel “ghost”/,
    ],
    ['a gear of two teeth', (job) => (job.motion.drives[2].train!.gears = [2, 40]), /gears/],
    ['a spring of no wire', (job) => Object.assign(job.ties![0].is, { wire: 0 }), /ties\.0\.is\.wire/],
    [
      'a row that hangs on an anchor which rides on it',
      (job) => {
        job.anchors!.push({ id: 'self', name: 'Self', on: { kind: 'rider', run: 'swing', place: 0 } });
        job.paths.push({
          kind: 'hang',
          id: 'swing-way',
          name: 'Swing',
          from: { x: 0, y: 0 },
          to: { x: 200, y: 0 },
          anchors: ['self', null],
          by: { by: 'length', length: 260 },
        });
        job.runs.push({ ...job.runs[4], id: 'swing', name: 'Swing', path: 'swing-way' });
      },
      /“Swing” hangs on an anchor that rides on itself/,
    ],
  ])('refuses %s', (_, change, words) => {
    expect(refused(change)).toMatch(words);
  });
});

describe('tidying after a change', () => {
  it('leaves what is in order as it is', () => {
    const job = arcade();
    const before = JSON.stringify(job);
    tidyMotion(job);
    expect(JSON.stringify(job)).toBe(before);
  });

  it('takes out all that hung on what is gone, and nothing else', () => {
    const job = arcade((draft) => {
      draft.runs = draft.runs.filter(({ id }) => id !== 'lift');
      draft.anchors = draft.anchors!.filter(({ id }) => id !== 'floor');
    });
    tidyMotion(job);
    expect(job.motion.drives.map(({ run }) => run)).toEqual(['belt', 'cross', 'show', 'track', 'beads']);
    // What the lift drove runs by itself; what the cross chain drives still does.
    expect(job.motion.drives.map(({ train }) => train?.by ?? null)).toEqual([
      null,
      null,
      'cross',
      'show',
      null,
    ]);
    expect(job.ties!.map(({ id }) => id)).toEqual(['bell-rope']);
    expect(job.measures).toEqual([]);
    expect(() => parseJob(job)).not.toThrow();
  });

  it('fits rests and breaths to a shorter loop', () => {
    const job = arcade((draft) => {
      draft.motion.drives[0].manner = { way: 'on', dwell: [60, 60], ease: [40, 40] };
      draft.motion.frames = 50;
    });
    tidyMotion(job);
    expect(job.motion.breaths![0].period).toBe(50);
    const { dwell, ease } = job.motion.drives[0].manner!;
    expect(dwell[0]).toBe(dwell[1]);
    expect(dwell[0] + dwell[1] + ease[0] + ease[1]).toBeLessThanOrEqual(50);
    expect(dwell[0]).toBeGreaterThan(0);
    expect(() => parseJob(job)).not.toThrow();
  });

  it('knows which run may drive which', () => {
    expect(wouldDriveItself(arcade(), 'belt', 'track')).toBe(true);
    expect(wouldDriveItself(arcade(), 'belt', 'belt')).toBe(true);
    expect(wouldDriveItself(arcade(), 'track', 'beads')).toBe(false);
  });
});
