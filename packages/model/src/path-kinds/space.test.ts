import { spaceBounds } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { parseJob, type Job, type JobPath } from '../job';
import { mendPath, type Mend } from '../mend';
import { measuredPath, pathContour } from '../resolve';
import { fitSentence, slopeWords, uprightHeld } from '../text';
import { fittedRows } from '../machine';
import { plainUpright } from '../resolve';
import { beginPath, mayRise, profileOf } from '.';

const jobOf = (id: string): Job => structuredClone(demoJobs().find((each) => each.id === id)!.job);
const mended = (job: Job, mend: Mend): { job: Job; words: string } => {
  const { path, words } = mendPath(job, job.paths[0], mend);
  return { job: parseJob({ ...job, paths: [path, ...job.paths.slice(1)] }), words };
};
const lengthOf = (job: Job): number => measuredPath(job, job.paths[0]).length;
const boundsOf = (job: Job): number[] => spaceBounds(measuredPath(job, job.paths[0]));

describe('paths in space, as a job keeps them', () => {
  const chain = jobOf('demo-counterweight-chain');
  const slide = jobOf('demo-winding-slide');
  const canal = jobOf('demo-swan-boats');

  it('are begun, and are valid from the beginning', () => {
    for (const offer of ['space', 'helix']) {
      const begun = beginPath(chain, offer)!;
      const job = parseJob({ ...chain, paths: [...chain.paths, begun.path] });
      expect(measuredPath(job, begun.path as JobPath).length).toBeGreaterThan(100);
      expect(mayRise(begun.path as JobPath)).toBe(false);
    }
    expect(mayRise(canal.paths[0])).toBe(true);
    expect(profileOf(canal.paths[0])?.stations).toHaveLength(5);
    // What leaves its plane by itself has no heights over it.
    expect(
      parseJob({ ...chain, paths: [{ ...chain.paths[0], profile: { smooth: true, stations: [] } }] })
        .paths[0],
    ).not.toHaveProperty('profile');
  });

  it('turned round, scaled and mirrored they are as long as they should be', () => {
    for (const job of [chain, slide, canal]) {
      expect(lengthOf(mended(job, { do: 'reverse' }).job)).toBeCloseTo(lengthOf(job), 6);
      expect(lengthOf(mended(job, { do: 'mirror', axis: 'upright' }).job)).toBeCloseTo(lengthOf(job), 6);
      expect(lengthOf(mended(job, { do: 'scale', factor: 2 }).job)).toBeCloseTo(2 * lengthOf(job), 6);
      boundsOf(mended(job, { do: 'reverse' }).job).forEach((value, i) =>
        expect(value).toBeCloseTo(boundsOf(job)[i], 6),
      );
    }
  });

  it('heights stay over their places when the path begins elsewhere', () => {
    const moved = mended(canal, { do: 'start', at: 500 }).job;
    expect(lengthOf(moved)).toBeCloseTo(lengthOf(canal), 6);
    boundsOf(moved).forEach((value, i) => expect(value).toBeCloseTo(boundsOf(canal)[i], 6));
    expect(profileOf(moved.paths[0])!.stations.map(({ at }) => at)).toEqual(
      [...profileOf(moved.paths[0])!.stations.map(({ at }) => at)].sort((a, b) => a - b),
    );
  });

  it('corners in space are rounded, closed ones begun at another point, points thinned out', () => {
    const { job, words } = mended(chain, { do: 'round', radius: 40 });
    expect(words).toBe('4 corners rounded.');
    expect(lengthOf(job)).toBeGreaterThan(lengthOf(chain));
    const begun = mended(chain, { do: 'start', at: 500 }).job;
    expect(lengthOf(begun)).toBeCloseTo(lengthOf(chain), 6);
    expect(mended(chain, { do: 'straighten' }).job.paths).toEqual(chain.paths);
    expect(lengthOf(mended(chain, { do: 'smooth' }).job)).toBeGreaterThan(1000);
    expect(mended(chain, { do: 'thin', tolerance: 1 }).words).toMatch(/^4 points became 4/);
    expect(() => mended(chain, { do: 'close' })).toThrow(/closed already/);
    expect(() => mended(slide, { do: 'round', radius: 3 })).toThrow(/is a helix/);
    expect(() => mended(slide, { do: 'scale', factor: 0 })).toThrow(/above zero/);
  });

  it('what is seen of them in plan is their contour, and what follows them follows that', () => {
    expect(pathContour(slide, slide.paths[0]).segments.length).toBeGreaterThan(10);
    const beside = beginPath(canal, 'parallel', canal.paths[0])!.path;
    const job = parseJob({ ...canal, paths: [...canal.paths, beside] });
    expect(measuredPath(job, beside as JobPath).rise).toBeUndefined();
  });

  it('the sentence says which length it speaks of', () => {
    for (const [job, words] of [
      [canal, / round in space \([\d.]+ mm in plan\)/],
      [slide, / long in space \([\d.]+ mm in plan\)/],
    ] as const) {
      const [{ resolved, fit }] = fittedRows(job);
      const said = fitSentence(job, resolved, fit)
        .parts.map(({ text }) => text)
        .join('')
        .replace(/\u00a0/g, ' ');
      expect(said).toMatch(words);
    }
    expect(slopeWords(0.1)).toBe('10.0 %, 5.7°');
    expect(slopeWords(-Infinity)).toBe('upright, 90.0°');
    expect(slopeWords(6e8)).toBe('upright, 90.0°');
    expect(
      uprightHeld({
        ...plainUpright(undefined),
        by: { by: 'fixed', up: { x: 0, y: 0, z: 1 } },
        alternate: 1,
        across: 3,
      }),
    ).toBe('one up, every other one rolled, beside the path');
  });

  it('where nothing is said, pieces stay upright on a helix and on what is raised, else the path carries them', () => {
    const up = (path: JobPath): string => plainUpright(path).by.by;
    const begun = (offer: string): JobPath => beginPath({ paths: [], wheels: [] }, offer)!.path;
    expect(plainUpright(begun('helix')).by).toEqual({ by: 'fixed', up: { x: 0, y: 0, z: 1 } });
    expect(up(begun('space'))).toBe('least-twist');
    const circle = begun('circle');
    expect(up(circle)).toBe('least-twist');
    const profile = { smooth: true, stations: [{ at: 0, z: 0 }] };
    expect(up({ ...circle, profile } as JobPath)).toBe('fixed');
    expect(plainUpright(undefined).by.by).toBe('least-twist');
  });

  it.each([
    [
      'up that is none',
      (job: Job) =>
        (job.runs[0].upright = { ...plainUpright(undefined), by: { by: 'fixed', up: { x: 0, y: 0, z: 0 } } }),
      /not all of it can be zero/,
    ],
    [
      'a station off the path',
      (job: Job) => Object.assign(job.paths[0], { profile: { smooth: true, stations: [{ at: 1.2, z: 0 }] } }),
      /profile/,
    ],
    [
      'too many turns',
      (job: Job) => (job.paths = [{ ...slide.paths[0], turns: 10_000 } as JobPath]),
      /turns/,
    ],
    ['no turn', (job: Job) => (job.paths = [{ ...slide.paths[0], turns: 0 } as JobPath]), /turns/],
  ])('%s is refused', (_, spoil, words) => {
    const job = structuredClone(canal);
    spoil(job);
    expect(() => parseJob(job)).toThrow(words);
  });
});
