import { describe, expect, it } from 'vitest';
import { answer, run } from './program.testing';

const rope = (...more: string[]): Promise<Record<string, unknown>> =>
  answer('rope', '--strands', '6', '--radius', '2', ...more);

describe('rope', () => {
  it('six strands at 20° to the axis: the circle they lie on, and how far the handbook is off', async () => {
    const told = await rope('--angle', '20');
    expect(told).toMatchObject({ on: 'each other' });
    const { radius, handbookRadius, least, lay, angle } = told as Record<string, number>;
    expect(angle).toBeCloseTo(20, 12);
    expect(least).toBeCloseTo(4, 12);
    // Costello, Theory of Wire Rope: R = r sqrt(1 + tan²(π/2 − π/m) / sin² α) with α = 70°.
    expect(handbookRadius).toBeCloseTo(2 * Math.sqrt(1 + 3 / Math.sin((70 * Math.PI) / 180) ** 2), 12);
    expect(1 - handbookRadius / radius).toBeCloseTo(0.0014, 4);
    // By its lay it is the same rope.
    const again = await rope('--lay', String(lay));
    expect(again['radius']).toBeCloseTo(radius, 9);
  });

  it('in a bend they come nearer, and where it is too tight they cannot lie', async () => {
    const straight = (await rope('--lay', '80', '--bend', '1e6')) as { least: number; inBend: number };
    expect(straight.inBend).toBeCloseTo(straight.least, 3);
    const bent = (await rope('--lay', '80', '--bend', '40')) as { least: number; inBend: number };
    expect(bent.inBend).toBeLessThan(bent.least);
    expect(await rope('--lay', '80', '--bend', '1')).toMatchObject({ inBend: 0 });
  });

  it('a core that is thick enough carries them; a thin one lies loose', async () => {
    expect(await rope('--lay', '80', '--core', '5')).toMatchObject({ on: 'the core', radius: 7 });
    expect(await rope('--lay', '80', '--core', '1')).toMatchObject({ on: 'each other' });
  });

  it('round a loop: the lays with which its strands meet, the nearest in the middle', async () => {
    const { lays } = (await rope('--lay', '61', '--loop', '1000', '--hand', 'left')) as {
      lays: { steps: number; lay: number; loops: number }[];
    };
    expect(lays.map(({ steps }) => steps)).toEqual([96, 97, 98, 99, 100]);
    expect(lays[2].lay).toBeCloseTo(6_000 / 98, 9);
    expect(lays[0].loops).toBe(6);
  });

  it.each([
    [['--lay', '20'], /too short for 6 strands of 4 mm: laid side by side they take 24 mm/],
    [['--lay', '80', '--angle', '20'], /one of them/],
    [[], /one of them/],
    [['--lay', '80', '--hand', 'up'], /--hand is right or left/],
    [['--lay', '80', '--strands', '1'], /2 to 36 strands; it was given 1/],
    [['--lay', '80', '--strands', '100'], /it was given 100/],
    [['--lay', '80', '--core', '-1'], /radius of 0 mm or more/],
    [['--lay', '80', '--bend', '0'], /A bend has a radius of more than 0 mm/],
  ])('%j is refused in a line', async (more, words) => {
    expect(await run('rope', '--strands', '6', '--radius', '2', ...more)).toMatchObject({
      status: 2,
      error: expect.stringMatching(words),
    });
  });

  it('says what it needs', async () => {
    expect(await run('rope', '--radius', '2', '--lay', '80')).toMatchObject({
      status: 2,
      error: 'A rope needs --strands.',
    });
  });
});
