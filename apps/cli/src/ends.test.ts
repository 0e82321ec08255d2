import { describe, expect, it } from 'vitest';
import { answer, jobFile, run } from './program.testing';
import { demoJobs } from '@coin-relay/model';

const line = ['--path', 'M0 0H100', '--pitch', '10'];
const square = ['--path', 'M0 0H100V70H0Z', '--pieces', 'bending'];

describe('rows with ends', () => {
  it('insets: 100 less 7 and 13 take eight of 10', async () => {
    const found = await answer('fit', ...line, '--inset', '7,13');
    expect([found['count'], found['effectivePitch'], found['closes']]).toEqual([
      8,
      expect.closeTo(10, 9),
      true,
    ]);
    const pins = (await answer('place', ...line, '--inset', '7,13'))['pins'] as [number, number][];
    expect(pins).toHaveLength(9);
    expect(pins[0][0]).toBeCloseTo(7, 9);
    expect(pins[8][0]).toBeCloseTo(87, 9);
  });

  it('pins or points: ten bays, eleven posts', async () => {
    expect((await answer('fit', ...line, '--ends', 'pins'))['count']).toBe(10);
    expect((await answer('fit', ...line, '--ends', 'points'))['count']).toBe(11);
    expect((await answer('fit', ...line, '--ends', 'points', '--pieces', 'bending'))['count']).toBe(11);
  });

  it('a stretch, in mm and in per cent', async () => {
    expect((await answer('fit', ...line, '--stretch', '20,80'))['count']).toBe(6);
    expect((await answer('fit', ...line, '--stretch', '20%, 80%'))['count']).toBe(6);
    const round = ['--path', 'M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', '--pieces', 'bending'];
    // From three quarters on, past the start, to a quarter: half of 314.16 mm.
    expect((await answer('fit', ...round, '--pitch', '10', '--stretch', '75%,25%'))['count']).toBe(16);
  });

  it('where what is left over goes', async () => {
    const held = ['fit', '--path', 'M0 0H100', '--pitch', '12', '--hold', 'both', '--round', 'down'];
    expect((await answer(...held))['gapBefore']).toBeUndefined();
    expect((await answer(...held, '--rest', 'start'))['gapBefore']).toBeCloseTo(4, 9);
    expect((await answer(...held, '--rest', 'both'))['gapBefore']).toBeCloseTo(2, 9);
  });
});

describe('pieces of their own lengths', () => {
  const laid = [
    'fit',
    '--path',
    'M0 0H6000',
    '--lengths',
    '100,50,20',
    '--hold',
    'both',
    '--pieces',
    'bending',
  ];

  it('80 in turn with a gap of 1 take 4649 mm, with 3 they take 4807 (common practice, no source)', async () => {
    const left = async (gap: string): Promise<unknown> =>
      (await answer(...laid, '--gap', gap, '--count', '80'))['gap'];
    expect(await left('1')).toBeCloseTo(6000 - 4649, 9);
    expect(await left('3')).toBeCloseTo(6000 - 4807, 9);
  });

  it('fill the path by one factor, and tell it', async () => {
    const found = await answer('fit', '--path', 'M0 0H1000', '--lengths', '100,50,20', '--gap', '2');
    const { factor, gap } = found['apart'] as { factor: number; gap: number };
    expect(gap).toBe(2);
    expect(found['pitchChange']).toBeCloseTo(factor - 1, 12);
  });

  it('what is left over can lie between pieces of one length', async () => {
    const found = await answer(
      'fit',
      ...line.slice(0, 2),
      '--pitch',
      '30',
      '--hold',
      'both',
      '--round',
      'down',
      '--rest',
      'spread',
    );
    expect([found['count'], found['apart']]).toEqual([3, { factor: 1, gap: expect.closeTo(5, 9) }]);
  });

  it('are drawn by weight, the same ones for the same seed', async () => {
    const fit = async (...more: string[]): Promise<{ lengths: number[] }> =>
      (await answer('fit', '--path', 'M0 0H1000', '--lengths', '100,50,20', '--weights', '1,2,3', ...more))[
        'apart'
      ] as { lengths: number[] };
    const { lengths } = await fit('--seed', '4');
    expect(new Set(lengths)).toEqual(new Set([100, 50, 20]));
    expect((await fit('--seed', '4')).lengths).toEqual(lengths);
    expect((await fit('--seed', '5')).lengths).not.toEqual(lengths);
    const apart = (await fit('--seed', '4', '--apart')).lengths;
    apart.slice(1).forEach((length, i) => expect(length).not.toBe(apart[i]));
  });

  it('weights without lengths, a seed without weights, and what is no seed are refused by their names', async () => {
    const lengths = ['fit', '--path', 'M0 0H1000', '--lengths', '100,50'];
    expect((await run('fit', '--path', 'M0 0H100', '--weights', '1,2')).error).toMatch(
      /--weights is about pieces of given/,
    );
    expect((await run(...lengths, '--seed', '3')).error).toMatch(/--seed is for pieces drawn by --weights/);
    expect((await run(...lengths, '--weights', '1,2', '--seed', '1.5')).error).toMatch(/whole number from 0/);
    expect((await run(...lengths, '--weights', '1,x')).error).toMatch(/one for each of --lengths/);
    expect((await run(...lengths, '--weights', '1')).error).toMatch(/1 weights? for 2 pieces/);
  });

  it('says what cannot be read', async () => {
    expect((await run(...laid.slice(0, 3), '--gap', '1')).error).toMatch(/Give these too/);
    expect((await run('fit', '--path', 'M0 0H100', '--lengths', '10,x')).error).toMatch(/cannot be read/);
  });
});

describe('sections', () => {
  it('every corner: each side has its own count', async () => {
    const found = await answer('fit', ...square, '--pitch', '12', '--sections', 'corner');
    expect(found['count']).toBe(28);
    expect((found['sections'] as { count: number; pitch: number }[]).map(({ count }) => count)).toEqual([
      8, 6, 8, 6,
    ]);
  });

  it('one piece on every point and none between', async () => {
    const found = await answer(
      'fit',
      ...square,
      '--pitch',
      '12',
      '--sections',
      'points',
      '--alone',
      '--ends',
      'points',
    );
    expect(found['count']).toBe(4);
    const between = await answer(
      'fit',
      ...square,
      '--pitch',
      '12',
      '--sections',
      'points',
      '--pieces',
      'bending',
    );
    expect(between['count']).toBe(28);
    expect((await run('fit', ...square, '--pitch', '12', '--alone')).error).toMatch(
      /--alone is about the places of --sections/,
    );
  });

  it('only corners that turn by more', async () => {
    // The corner of a path of 60° and one of 90°.
    const bent = ['--path', 'M0 0H100L150 86.60254V200', '--pieces', 'bending', '--pitch', '9'];
    const counts = async (how: string): Promise<number> =>
      ((await answer('fit', ...bent, '--sections', how))['sections'] as unknown[]).length;
    expect([await counts('corner'), await counts('45'), await counts('80')]).toEqual([3, 2, 1]);
  });

  it('with a total multiple', async () => {
    const found = await answer('fit', ...square, '--pitch', '10', '--sections', 'corner', '--multiple', '4');
    expect(found['count']).toBe(36);
  });

  it('a job says for itself what its rows meet', async () => {
    const { job } = structuredClone(demoJobs().find(({ id }) => id === 'demo-bellows-seam')!);
    job.runs[0].fit = {
      ...job.runs[0].fit,
      meet: { corners: null, at: [100, 300] },
    };
    expect((await answer('fit', '--job', jobFile(job)))['sections']).toHaveLength(2);
  });
});

describe('the tolerance', () => {
  it('is asked of every stretch: the mean of 10 mm hides one of 8.33 mm', async () => {
    // 25 mm of 10 mm pieces up to a corner: three of 8.33 mm, 16.7 % off, by hand.
    const bent = ['--path', 'M0 0H25V75', '--pieces', 'bending', '--pitch', '10', '--sections', 'corner'];
    expect((await answer('fit', ...bent, '--tolerance', '16'))['withinTolerance']).toBe(false);
    expect((await answer('fit', ...bent, '--tolerance', '17'))['withinTolerance']).toBe(true);
  });

  it('points are where they stand', async () => {
    const posts = (await answer('place', ...line, '--pieces', 'bending', '--ends', 'points'))[
      'pins'
    ] as number[][];
    expect(posts.map(([x]) => Math.round(x * 1e9) / 1e9)).toEqual([
      0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100,
    ]);
  });
});

describe('what cannot be read or made is said in one line', () => {
  it.each([
    [['--inset', '7'], /--inset 7 cannot be read\. Give a,b\./],
    [['--inset', '7,x'], /--inset 7,x cannot be read/],
    [['--inset', '60,40'], /leave nothing of the 100 mm/],
    [['--inset', '-1,0'], /must be zero or more/],
    [['--stretch', '20'], /--stretch 20 cannot be read/],
    [['--stretch', '20,400'], /no stretch from 20 mm to 400 mm on a path of 100 mm/],
    [['--ends', 'posts'], /--ends is one of pins, points/],
    [['--rest', 'middle'], /--rest is one of end, start, both/],
    [['--sections', 'all'], /finite number/],
    [['--sections', '0'], /over 0 and up to 180 degrees/],
    [['--sections', '200'], /over 0 and up to 180 degrees/],
    [['--sections', 'corner', '--hold', 'pitch'], /only where the pitch gives way/],
  ])('%j', async (options, message) => {
    const { status, out, error } = await run('fit', ...line, ...options);
    expect([status, out]).toEqual([2, '']);
    expect(error.replace(/\u00a0/g, ' ')).toMatch(message);
    expect(error.trim()).not.toContain('\n');
  });
});
