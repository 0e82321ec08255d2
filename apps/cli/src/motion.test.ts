import { demoJobs } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answer, jobFile, run } from './program.testing';

interface Frame {
  readonly frame: number;
  readonly runs: { id: string; pins: [number, number][]; angles: number[] }[];
  readonly wheels: { id: string; angle: number }[];
}
const frameOf = (job: string, frame: number): Frame =>
  answer('place', '--job', jobFile(job), '--frame', String(frame)) as unknown as Frame;

describe('a job at a frame of its loop', () => {
  it.each(demoJobs().map(({ id, job }) => [id, job.motion.frames] as const))(
    '%s: the frame after the last is the first',
    (id, frames) => {
      const [first, after] = [frameOf(id, 0), frameOf(id, frames)];
      // Every link has moved on by whole repeats: the same places are taken, by the links behind.
      const key = ([x, y]: [number, number]): string => `${Math.round(x * 1e6)} ${Math.round(y * 1e6)}`;
      first.runs.forEach(({ pins }, i) => {
        const before = new Set(pins.map(key));
        const near = after.runs[i].pins.filter(([x, y]) =>
          [-1e-6, 0, 1e-6].some((dx) => [-1e-6, 0, 1e-6].some((dy) => before.has(key([x + dx, y + dy])))),
        );
        expect(near.length).toBe(after.runs[i].pins.length);
      });
    },
  );

  it('gives the angle of every piece from its pins, and of every wheel', () => {
    const { runs, wheels } = frameOf('demo-coin-lift', 7);
    const [{ pins, angles }] = runs;
    expect(angles).toHaveLength(90);
    const [a, b] = [pins[89], pins[0]];
    expect(angles[89]).toBeCloseTo((Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI, 9);
    expect(wheels.map(({ id }) => id)).toEqual(['drive', 'head', 'idler']);
  });

  it('says what is no frame', () => {
    expect(run('place', '--job', jobFile('demo-coin-lift'), '--frame', '1.5').error).toMatch(/no frame 1\.5/);
  });
});

describe('the loop of a job', () => {
  it('18 links in five seconds: their speed, and how the sprockets turn (v = z p n)', () => {
    const { seconds, runs } = answer('motion', '--job', jobFile('demo-coin-lift')) as {
      seconds: number;
      runs: Record<string, unknown>[];
    };
    expect(seconds).toBe(5);
    const [lift] = runs;
    expect(lift).toMatchObject({ travel: 18, repeat: 6, seamless: true, phases: 20, warnings: [] });
    expect(lift['linksPerSecond']).toBeCloseTo(3.6, 12);
    const [drive, head] = lift['wheels'] as { rpm: number }[];
    expect(drive.rpm).toBeCloseTo((3.6 * 60) / 17, 9);
    expect(head.rpm).toBeCloseTo((3.6 * 60) / 38, 9);
    expect([lift['allBack'], lift['lapsUntilBack']]).toEqual([6 * 17 * 19, (6 * 17 * 19) / 90]);
  });

  it('warns of a seam and of what cannot be read', () => {
    const { job } = demoJobs().find(({ id }) => id === 'demo-coin-lift')!;
    const warned = (pitches: number): string =>
      JSON.stringify(
        answer(
          'motion',
          '--job',
          jobFile({ ...job, motion: { ...job.motion, drives: [{ run: 'row', pitches }] } }),
        ),
      );
    expect(warned(7)).toMatch(/has a seam: the row looks as it did after 6 links only, and travels 7/);
    expect(warned(180)).toMatch(
      /moves it by 0\.75 of what repeats to the eye \(2 links\), so it seems to run backwards/,
    );
  });
});
