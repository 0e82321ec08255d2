import { demoJobs } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answer, jobFile, run } from './program.testing';

interface Frame {
  readonly frame: number;
  readonly runs: { id: string; pins: [number, number][]; angles: number[] }[];
  readonly wheels: { id: string; angle: number }[];
}
const frameOf = async (job: string, frame: number): Promise<Frame> =>
  (await answer('place', '--job', jobFile(job), '--frame', String(frame))) as unknown as Frame;

describe('a job at a frame of its loop', () => {
  it.each(demoJobs().map(({ id, job }) => [id, job.motion.frames] as const))(
    '%s: the frame after the last is the first',
    async (id, frames) => {
      const [first, after] = [await frameOf(id, 0), await frameOf(id, frames)];
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

  it('gives the angle of every piece from its pins, and of every wheel', async () => {
    const { runs, wheels } = await frameOf('demo-coin-lift', 7);
    const [{ pins, angles }] = runs;
    expect(angles).toHaveLength(90);
    const [a, b] = [pins[89], pins[0]];
    expect(angles[89]).toBeCloseTo((Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI, 9);
    expect(wheels.map(({ id }) => id)).toEqual(['drive', 'head', 'idler']);
  });

  it('says where the plane of a row is where that is one of its own: turned a quarter about x, up is forward', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    job.paths[0].plane = { origin: { x: 1, y: 2, z: 30 }, turns: { x: Math.PI / 2, y: 0, z: 0 } };
    const at = (await answer('place', '--job', jobFile(job), '--frame', '7')) as unknown as {
      runs: { pins: [number, number][]; plane: number[] }[];
    };
    const [{ pins, plane }] = at.runs;
    expect(plane).toHaveLength(12);
    const [x, y] = pins[3];
    const stands = [0, 4, 8].map((r) => plane[r] * x + plane[r + 1] * y + plane[r + 3]);
    [x + 1, 2, y + 30].forEach((value, i) => expect(stands[i]).toBeCloseTo(value, 9));
    expect((await frameOf('demo-coin-lift', 7)).runs[0]).not.toHaveProperty('plane');
  });

  it('rows that cut into each other in depth are a finding, and one set apart is none', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-slide')!.job);
    const kinds = async (): Promise<string[]> => {
      const { findings } = (await answer('check', '--job', jobFile(job))) as unknown as {
        findings: { kind: string; mend: string | null }[];
      };
      return findings.map(({ kind, mend }) => `${kind}: ${mend}`);
    };
    expect(await kinds()).toEqual([]);
    delete job.runs[1].sideways;
    expect(await kinds()).toEqual([
      expect.stringMatching(/^rows-cut: set “Hangers” to a depth of −7\.89 mm/),
    ]);
  });

  it('gives anchors, springs and measures of a machine: the slider by its closed form', async () => {
    const at = (await frameOf('demo-arcade-drive', 33)) as unknown as {
      wheels: { id: string; angle: number }[];
      anchors: { id: string; x: number; y: number }[];
      springs: { id: string; from: number[]; to: number[]; length: number; ratio: number; force: number }[];
      measures: { id: string; value: number }[];
    };
    const start = await frameOf('demo-arcade-drive', 0);
    const turned = (id: string): number =>
      (at.wheels.find((w) => w.id === id)?.angle ?? NaN) -
      (start.wheels.find((w) => w.id === id)?.angle ?? NaN);
    // Two turns of the line shaft in 240 frames; what stands on the sprocket deviates by what the pins do.
    expect(turned('lift-foot')).toBeCloseTo((33 / 240) * 720, 1);
    const theta = 0.6 + (turned('lift-foot') * Math.PI) / 180 + Math.PI / 2;
    const [plate] = at.anchors;
    expect(-plate.y).toBeCloseTo(26 * Math.cos(theta) + Math.sqrt(124 ** 2 - (26 * Math.sin(theta)) ** 2), 9);
    const [spring] = at.springs;
    expect(spring.from).toEqual([plate.x, plate.y]);
    expect(spring.length).toBeCloseTo(plate.y + 262, 9);
    expect(spring.ratio).toBeCloseTo(spring.length / 175, 12);
    // k = d⁴ G / (8 D³ N), Shigley equation 10-9.
    expect(spring.force).toBeCloseTo(((5 ** 4 * 79_300) / (8 * 36 ** 3 * 8)) * (175 - spring.length), 9);
    expect(at.measures).toEqual([{ id: 'lift-of-plate', value: spring.length }]);
  });

  it('says what is no frame', async () => {
    expect((await run('place', '--job', jobFile('demo-coin-lift'), '--frame', '1.5')).error).toMatch(
      /no frame 1\.5/,
    );
  });
});

describe('the loop of a job', () => {
  it('18 links in five seconds: their speed, and how the sprockets turn (v = z p n)', async () => {
    const { seconds, runs } = (await answer('motion', '--job', jobFile('demo-coin-lift'))) as {
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

  it('of a machine: what drives what and at which ratio, springs, and nothing to warn of', async () => {
    const { runs, ties, warnings } = (await answer('motion', '--job', jobFile('demo-arcade-drive'))) as {
      runs: { id: string; travel: number; drivenBy: string | null; ratio: number; seamless: boolean }[];
      ties: { id: string; shortest: number; longest: number; free?: number; solid?: number; rate?: number }[];
      warnings: unknown[];
    };
    expect(runs.map(({ id, travel, drivenBy, seamless }) => [id, travel, drivenBy, seamless])).toEqual([
      ['belt', 80, null, true],
      ['lift', 40, 'belt', true],
      ['cross', -12, 'belt', true],
      ['show', -24, 'belt', true],
      ['track', -8, 'belt', true],
      ['beads', 24, 'belt', true],
    ]);
    expect(runs[2].ratio).toBeCloseTo((-(20 / 40) * (36 / 72) * 12) / 20, 12);
    // Closed and ground: solid d · (active + 2), Shigley table 10-1.
    expect(ties[0]).toMatchObject({ id: 'plate-spring', free: 175, solid: 5 * 10 });
    expect(ties[0].longest - ties[0].shortest).toBeCloseTo(52, 1);
    expect(warnings).toEqual([]);
  });

  it('refuses a rod that is too short, a ring of drives and an absurd loop in words', async () => {
    const { job } = demoJobs().find(({ id }) => id === 'demo-arcade-drive')!;
    const wrong = async (change: (copy: typeof job) => void): Promise<string> => {
      const copy = structuredClone(job);
      change(copy);
      return (await run('place', '--job', jobFile(copy), '--frame', '0')).error;
    };
    expect(await wrong((copy) => Object.assign(copy.anchors![0].on, { rod: 12 }))).toMatch(
      /rod of 12 mm is too short/,
    );
    expect(
      await wrong(
        (copy) =>
          (copy.motion.drives[0].train = { by: 'beads', wheel: 'capstan', own: 'motor', gears: null }),
      ),
    ).toMatch(/drive each other in a ring/);
    expect(await wrong((copy) => (copy.motion.frames = 0))).toMatch(/motion\.frames/);
    expect(await wrong((copy) => (copy.motion.framesPerSecond = 1e9))).toMatch(/motion\.framesPerSecond/);
  });

  it('warns of a seam and of what cannot be read', async () => {
    const { job } = demoJobs().find(({ id }) => id === 'demo-coin-lift')!;
    const warned = async (pitches: number): Promise<string> =>
      JSON.stringify(
        await answer(
          'motion',
          '--job',
          jobFile({ ...job, motion: { ...job.motion, drives: [{ run: 'row', pitches }] } }),
        ),
      );
    expect(await warned(7)).toMatch(/has a seam: the row looks as it did after 6 links only, and travels 7/);
    expect(await warned(180)).toMatch(
      /moves it by 0\.75 of what repeats to the eye \(2 links\), so it seems to run backwards/,
    );
  });
});
