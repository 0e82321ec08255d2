import { describe, expect, it } from 'vitest';
import { answer, jobFile, run, wheels } from './program.testing';

describe('fit', () => {
  it('answers with the stated keys', async () => {
    const found = await answer('fit', '--wheels', wheels, '--pitch', '12.7', '--multiple', '2');
    expect(Object.keys(found)).toEqual([
      'length',
      'ideal',
      'count',
      'pitch',
      'effectivePitch',
      'pitchChange',
      'scale',
      'gap',
      'ripplePpm',
      'closes',
    ]);
    expect(found).toMatchObject({ count: 90, pitch: 12.7, scale: 1, gap: 0, closes: true });
    expect(found['effectivePitch']).toBeCloseTo(12.8744, 4);
  });

  it('takes every option', async () => {
    expect(
      (await answer('fit', '--wheels', wheels, '--pitch', '12.7', '--hold', 'pitch', '--count', '90'))[
        'scale'
      ],
    ).toBeCloseTo(394.581 / 400, 5);
    expect(
      await answer('fit', '--wheels', wheels, '--pitch', '12.7', '--hold', 'both', '--round', 'down'),
    ).toMatchObject({ count: 90, closes: false });
    expect(
      (await answer('fit', '--wheels', wheels, '--pitch', '12.7', '--round', 'up', '--multiple', '6'))[
        'count'
      ],
    ).toBe(96);
    expect(await answer('fit', '--path', 'M0 0H100', '--pitch', '10', '--pieces', 'bending')).toMatchObject({
      count: 10,
      closes: true,
      ripplePpm: 0,
    });
  });

  it('where links cannot pass: closes is false, with the places and the least radius', async () => {
    const found = await answer('fit', '--path', 'M0 0H100L50 86.60254037844387Z', '--pitch', '10');
    expect(found).toMatchObject({ closes: false, count: 30, effectivePitch: null });
    const obstacles = found['obstacles'] as { s: number; leastRadius: number }[];
    expect(obstacles).toHaveLength(3);
    expect(obstacles[1].leastRadius).toBeCloseTo(10 / 3, 9);
  });

  it('fits a job’s run as the job says', async () => {
    const job = jobFile('demo-coin-lift');
    expect(await answer('fit', '--job', job)).toMatchObject({ count: 90, closes: true, pitch: 12.7 });
    expect(
      (await answer('fit', '--job', job, '--run', 'row', '--count', '92', '--multiple', '1'))['count'],
    ).toBe(92);
    expect((await run('fit', '--job', job, '--run', 'ghost')).error).toMatch(/no run “ghost”/);
  });
});

describe('a wheel that moves', () => {
  it('90 links round 17 and 38 teeth: the wheel comes nearer, to 394.581 mm', async () => {
    const found = await answer(
      'fit',
      '--wheels',
      wheels,
      '--pitch',
      '12.7',
      '--count',
      '90',
      '--tension',
      '2,1,0',
    );
    expect(400 + (found['travel'] as number)).toBeCloseTo(394.581, 3);
    expect(found['effectivePitch']).toBeCloseTo(12.7, 9);
    expect(found['closes']).toBe(true);
  });

  it('what the counts about it would cost', async () => {
    const found = await answer(
      'fit',
      '--wheels',
      wheels,
      '--pitch',
      '12.7',
      '--multiple',
      '2',
      '--tension',
      '2,1,0,-20,10',
      '--candidates',
      '5',
    );
    const candidates = found['candidates'] as {
      count: number;
      travel: number | null;
      problem: string | null;
    }[];
    expect(candidates.map(({ count, problem }) => [count, problem === null])).toEqual([
      [86, false],
      [88, true],
      [90, true],
      [92, true],
      [94, false],
    ]);
  });

  it.each([
    [['--tension', '2'], /--tension 2 cannot be read. Give ID,dx,dy or ID,dx,dy,min,max\./],
    [['--tension', '2,1,x'], /cannot be read/],
    [['--tension', 'ghost,1,0'], /does not go round the wheel “ghost”/],
    [['--tension', '2,1,0,5,-5'], /is none/],
    [['--hold', 'wheel'], /Say which wheel may move/],
    [['--tension', '2,1,0,-1,1', '--count', '80'], /cannot make room for 80/],
  ])('%j is refused', async (options, message) => {
    const { status, error } = await run('fit', '--wheels', wheels, '--pitch', '12.7', ...options);
    expect(status).toBe(2);
    expect(error).toMatch(message);
  });
});

describe('slack that hangs', () => {
  it('takes the next even count up, and tells how deep the span hangs', async () => {
    const found = await answer(
      'fit',
      '--wheels',
      wheels,
      '--pitch',
      '12.7',
      '--multiple',
      '2',
      '--slack',
      '2',
    );
    // 90.85 would fit taut: 92 are 1.15 pitches longer, by the handbook's length in pitches.
    expect([found['count'], found['closes']]).toEqual([92, true]);
    expect(Math.abs((found['spare'] as number) / 12.7 - (92 - 90.85))).toBeLessThan(0.02);
    expect(found['effectivePitch']).toBeCloseTo(12.7, 9);
    expect(found['sag']).toBeGreaterThan(found['spare'] as number);
  });

  it('says which span there is none of', async () => {
    expect((await run('fit', '--wheels', wheels, '--pitch', '12.7', '--slack', '9')).error).toMatch(
      /leaves the wheel/,
    );
  });
});

describe('a tolerance', () => {
  // π · 100 mm round at a pitch of 10 mm: 31 pieces want 10 · 31.4159 / 31, 1.34 % more, and 32 want
  // 1.83 % less, both by hand for pieces that bend.
  const circle = ['--path', 'M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', '--pitch', '10'];

  it('says whether the pitch is near enough, of every candidate', async () => {
    const found = await answer(
      'fit',
      ...circle,
      ...['--pieces', 'bending', '--candidates', '3', '--tolerance', '1.5'],
    );
    expect(found['withinTolerance']).toBe(true);
    const candidates = found['candidates'] as { count: number; withinTolerance: boolean }[];
    expect(candidates.map(({ count, withinTolerance }) => [count, withinTolerance])).toEqual([
      [30, false],
      [31, true],
      [32, false],
    ]);
    expect(
      (await answer('fit', ...circle, '--pieces', 'bending', '--tolerance', '1.3'))['withinTolerance'],
    ).toBe(false);
  });

  it('is not spoken of where none is given', async () => {
    expect(await answer('fit', ...circle)).not.toHaveProperty('withinTolerance');
  });

  it.each(['0', '-1', '101'])('of %s %% is refused, with what to do', async (percent) => {
    const { status, error } = await run('fit', ...circle, '--tolerance', percent);
    expect(status).toBe(2);
    expect(error).toMatch(/more than 0 % and at most 100 %.*let the path or a wheel give way/);
  });
});
