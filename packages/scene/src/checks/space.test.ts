import { demoJobs, plainUpright, type Job, type Upright } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { checkJob, type AskedSolids } from '.';
import { reachOfRow } from '../solid/row-reach';

/** A job, of those with several rows only the first of links. */
function jobOf(id: string): Job {
  const job = structuredClone(demoJobs().find((each) => each.id === id)!.job);
  const bands = new Set(['bed', 'left', 'right', 'water']);
  return {
    ...job,
    runs: job.runs.filter((each) => !bands.has(each.id)),
    motion: { ...job.motion, drives: job.motion.drives.filter(({ run }) => !bands.has(run)) },
  };
}
const found = (job: Job, kind: string) => checkJob(job).find((each) => each.kind === kind);
const withUp = (job: Job, upright: Partial<Upright>): Job => {
  job.runs[0].upright = { ...plainUpright(undefined), ...job.runs[0].upright, ...upright };
  return job;
};

describe('what is found of rows in space', () => {
  it('a slope over the limit that was set, with where it is', () => {
    const job = jobOf('demo-swan-boats');
    expect(found(job, 'too-steep')).toBeUndefined();
    job.runs[0].steepest = 0.1;
    const { text, at, size } = found(job, 'too-steep')!;
    expect(text).toMatch(
      /^At [\d.]+.mm the path goes (up|down) by 2\d\.\d %, 1\d\.\d°, more than the 10\.0 %, 5\.7° that/,
    );
    expect(at).toBeGreaterThan(0);
    expect(size).toBeGreaterThan(0.1);
  });

  it('an odd number of links that are turned in turn; not once the turn that is missing is spread', () => {
    const job = jobOf('demo-counterweight-chain');
    expect(found(job, 'turns-do-not-meet')).toBeUndefined();
    job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, count: 29 };
    const odd = found(job, 'turns-do-not-meet')!;
    expect(odd.text).toMatch(/^29 links is an odd number/);
    expect(odd.mend).toMatchObject({ do: 'fit', change: { multiple: 2, count: null } });
    expect(found(withUp(job, { twist: Math.PI / 2 }), 'turns-do-not-meet')).toBeUndefined();
    const even = withUp(jobOf('demo-counterweight-chain'), { twist: 1 });
    expect(found(even, 'turns-do-not-meet')).toMatchObject({ mend: { do: 'upright', change: { twist: 0 } } });
  });

  it('up that runs along the path, with where; all the way too', () => {
    const job = jobOf('demo-counterweight-chain');
    const up = { x: 420, y: 60, z: 0 };
    const lost = found(withUp(job, { by: { by: 'fixed', up } }), 'frame-lost')!;
    expect(lost.text).toMatch(
      /^From [\d.]+.mm to [\d.]+.mm the path runs along what is to be up, and at 1 more place/,
    );
    expect(lost.mend).toMatchObject({ do: 'upright', change: { by: { by: 'least-twist' } } });
    job.paths = [
      {
        kind: 'space',
        id: 'loop',
        name: 'Straight',
        closed: false,
        points: [
          { x: 0, y: 0, z: 0, radius: 0, next: { kind: 'line' } },
          { x: 0, y: 0, z: 900, radius: 0, next: { kind: 'line' } },
        ],
      },
    ];
    const whole = found(withUp(job, { by: { by: 'fixed', up: { x: 0, y: 0, z: 2 } } }), 'frame-lost')!;
    expect(whole.text).toMatch(/all the way/);
  });

  it('a roller chain that has to bend sidewise, and is mended by a quarter turn', () => {
    const job = jobOf('demo-barrier-chain');
    job.paths = [
      {
        kind: 'space',
        id: 'loop',
        name: 'Up and over',
        closed: false,
        points: [
          { x: 0, y: 0, z: 0, radius: 0, next: { kind: 'line' } },
          { x: 300, y: 0, z: 0, radius: 120, next: { kind: 'line' } },
          { x: 300, y: 0, z: 300, radius: 0, next: { kind: 'line' } },
        ],
      },
    ];
    const bends = found(job, 'bends-sidewise')!;
    expect(bends.text).toMatch(/^Neighbouring links bend 7\.\d° sidewise at [\d.]+.mm, more than the 1\.0°/);
    expect(bends.mend).toMatchObject({ do: 'upright', change: { roll: Math.PI / 2 } });
    expect(found(withUp(job, { roll: Math.PI / 2 }), 'bends-sidewise')).toBeUndefined();
    expect(found(withUp(job, { roll: 0, twist: Math.PI }), 'twists-too-far')!.text).toMatch(
      /^Neighbouring links twist/,
    );
  });

  it('what lies across is folded over by bends to its sides, not by those up and down', () => {
    const bent = (up: boolean): Job => {
      const job = jobOf('demo-winding-slide');
      const point = (x: number, far: number, radius: number) => ({
        ...{ x, y: up ? 0 : far, z: up ? far : 0, radius },
        next: { kind: 'line' as const },
      });
      job.paths = [
        {
          ...{ kind: 'space', id: 'loop', name: 'Bend', closed: false },
          points: [point(0, 300, 0), point(150, 0, 20), point(300, 300, 0)],
        },
      ];
      job.runs = job.runs.slice(0, 1);
      return job;
    };
    expect(found(bent(true), 'tighter-than-piece')).toBeUndefined();
    const aside = found(bent(false), 'tighter-than-piece')!;
    expect(aside.text).toMatch(/has a radius of 20\.00.mm; pieces reach 29\.00.mm to its inner side/);
    // Rolled by a quarter turn it is the other way round.
    expect(found(withUp(bent(true), { roll: Math.PI / 2 }), 'tighter-than-piece')).toBeDefined();
  });

  it('turns of a winding path lie over each other, and are no approach', () => {
    expect(found(jobOf('demo-winding-slide'), 'too-close')).toBeUndefined();
    const flat = jobOf('demo-winding-slide');
    Object.assign(flat.paths[0], { rise: -10 });
    expect(found(flat, 'too-close')).toBeDefined();
  });
});

const SOLIDS: AskedSolids = { reach: reachOfRow, depths: () => [] };

describe('what is found of bands', () => {
  const canal = (): Job => structuredClone(demoJobs().find((each) => each.id === 'demo-swan-boats')!.job);

  it('nothing of a canal whose bed holds its water; where its water rises, it cuts a rim', () => {
    const job = canal();
    expect(checkJob(job, undefined, SOLIDS).filter(({ kind }) => kind === 'rows-cut')).toEqual([]);
    job.runs.find(({ id }) => id === 'water')!.sideways = 5;
    const cut = checkJob(job, 'right', SOLIDS).concat(checkJob(job, 'left', SOLIDS));
    // The rims reach from 38 to 46 beside the path, the water to 36.5: they stay apart; of the bed it cuts nothing now.
    expect(cut.filter(({ kind }) => kind === 'rows-cut')).toEqual([]);
    job.runs.find(({ id }) => id === 'left')!.upright!.across = 39;
    const [found] = checkJob(job, 'left', SOLIDS).filter(({ kind }) => kind === 'rows-cut');
    expect(found).toMatchObject({ of: 'water', size: expect.closeTo(1.5, 2) });
  });

  it('one that folds over on the inside of a bend, with the size that just passes', () => {
    const job = canal();
    const bed = job.pieces.find(({ id }) => id === 'bed')!;
    if (bed.family !== 'swept' || bed.section.by !== 'stock') throw new Error('no band');
    expect(checkJob(job, 'bed').some(({ kind }) => kind === 'band-folds')).toBe(false);
    bed.section = { ...bed.section, width: 400 };
    const [found] = checkJob(job, 'bed').filter(({ kind }) => kind === 'band-folds');
    expect(found.text).toMatch(/folds over\. One of (89|90)\.\d.% of its size, 3\d\d\.\d\d.mm by/);
    expect(found.size).toBeCloseTo(0.9, 1);
  });

  it('one that is twisted more than its width takes', () => {
    const job = canal();
    const [bed] = job.runs;
    bed.shaping = {
      smooth: true,
      stations: [0, 0.02, 0.5].map((at, i) => ({ at, scale: 1, roll: i === 1 ? Math.PI : 0, lift: 0 })),
    };
    const [found] = checkJob(job, 'bed').filter(({ kind }) => kind === 'band-twisted');
    expect(found.text).toMatch(/slope by [5-8]\d° against its way, more than 45°/);
  });
});
