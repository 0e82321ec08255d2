import { layOut, measurePath, newReading, pathBounds, pathReader, RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { parseJob, type Job, type JobPath } from '../job';
import { pathContour, sourceOf } from '../resolve';
import { readyShape } from '../path-kinds';
import { outlineJob, routeJob, shapeJob } from '../starters';
import { mendPath, type Mend } from './index';

const square = outlineJob('Square', 'M0 0H100V80H0Z');
const lengthOf = (job: Job, path = job.paths[0]): number => measurePath(pathContour(job, path)).length;
/** The job with a mend done; still a valid document. */
function mended(job: Job, mend: Mend): Job {
  const { path, wheels } = mendPath(job, job.paths[0], mend);
  return parseJob({
    ...job,
    paths: [path, ...job.paths.slice(1)],
    wheels: job.wheels.map((w) => wheels.find((other) => other.id === w.id) ?? w),
  });
}

describe('what has numbers keeps them', () => {
  it('a circle reversed, begun elsewhere, mirrored and scaled is a circle', () => {
    const job = shapeJob('Ring', 'circle');
    for (const mend of [
      { do: 'reverse' },
      { do: 'start', at: 100 },
      { do: 'mirror', axis: 'upright' },
      { do: 'scale', factor: 2 },
    ] as const) {
      const found = mended(job, mend).paths[0];
      expect(found).toMatchObject({ kind: 'shape', shape: { of: 'circle' } });
    }
    expect(lengthOf(mended(job, { do: 'scale', factor: 2 }))).toBeCloseTo(2 * lengthOf(job), 9);
  });
  it('the start of a shape goes where it was put, also when it runs backwards', () => {
    let job = shapeJob('Ring', 'ellipse');
    for (const backwards of [false, true]) {
      if (backwards) job = mended(job, { do: 'reverse' });
      const wanted = newReading();
      pathReader(measurePath(pathContour(job, job.paths[0])))(120, wanted);
      const at = newReading();
      pathReader(measurePath(pathContour(job, mended(job, { do: 'start', at: 120 }).paths[0])))(0, at);
      expect(Math.hypot(at[0] - wanted[0], at[1] - wanted[1])).toBeLessThan(1e-6);
    }
  });
  it('a rectangle’s corners are rounded by its own number', () => {
    const job = shapeJob('Frame', 'rectangle');
    const path = job.paths[0];
    const sharp: Job = {
      ...job,
      paths: [
        { ...path, shape: { ...(path as Extract<JobPath, { kind: 'shape' }>).shape, corner: 0 } } as JobPath,
      ],
    };
    expect(mended(sharp, { do: 'round', radius: 12 }).paths[0]).toMatchObject({
      kind: 'shape',
      shape: { corner: 12 },
    });
  });
  it('a route reversed, mirrored and scaled is a route round its wheels', () => {
    const job = routeJob('Two');
    const path = job.paths[0];
    if (path.kind !== 'route') throw new Error('not a route');
    const slack: Job = {
      ...job,
      paths: [{ ...path, stops: [{ ...path.stops[0], slack: 8 }, path.stops[1]] }],
    };
    const length = (j: Job): number =>
      layOut(sourceOf(j, j.paths[0]), 12.7, 'stiff', { toothPitch: 12.7, scale: 1 }).path.length;
    const back = mended(slack, { do: 'reverse' });
    expect(length(back)).toBeCloseTo(length(slack), 8);
    const lowest = (j: Job): number => pathBounds(measurePath(pathContour(j, j.paths[0])))[1];
    expect(lowest(back)).toBeCloseTo(lowest(slack), 8);
    expect(length(mended(slack, { do: 'mirror', axis: 'upright' }))).toBeCloseTo(length(slack), 8);
    const { wheels, words } = mendPath(job, path, { do: 'scale', factor: 2 });
    expect(words).toBe('Toothed wheels keep their size.');
    expect(Math.hypot(wheels[0].x - wheels[1].x, wheels[0].y - wheels[1].y)).toBeCloseTo(600, 9);
  });
  it('a hanging row reversed hangs the same', () => {
    const path: JobPath = {
      kind: 'hang',
      id: 'h',
      name: 'Row',
      from: { x: 0, y: 0 },
      to: { x: 90, y: 20 },
      by: { by: 'sag', sag: 30 },
    };
    expect(mendPath(square, path, { do: 'reverse' }).path).toMatchObject({
      kind: 'hang',
      from: { x: 90 },
      to: { x: 0 },
    });
  });
});

describe('what cannot be said in numbers becomes points', () => {
  it('rounding says how many corners, and where the radius does not fit', () => {
    const { path, words } = mendPath(square, square.paths[0], { do: 'round', radius: 10 });
    expect(path.kind).toBe('drawn');
    expect(words).toBe('4 corners rounded.');
    expect(lengthOf({ ...square, paths: [path] })).toBeCloseTo(360 - 80 + 20 * Math.PI, 8);
    expect(() => mendPath(square, square.paths[0], { do: 'round', radius: 60 })).toThrow(
      /at most 40 mm fits/,
    );
    expect(mendPath(square, square.paths[0], { do: 'round', radius: 60, at: [100] }).words).toBe(
      '1 corner rounded.',
    );
    expect(() =>
      mendPath(shapeJob('c', 'circle'), readyShape('x', 'circle'), { do: 'round', radius: 3 }),
    ).toThrow(/no corners/);
  });
  it('thinning states the largest deviation', () => {
    const dots = Array.from({ length: 200 }, (_, i) => `${i} ${(i % 3) * 0.01}`).join('L');
    const { words } = mendPath(outlineJob('Dots', `M${dots}`), outlineJob('Dots', `M${dots}`).paths[0], {
      do: 'thin',
      tolerance: 0.05,
    });
    expect(words).toMatch(/^199 pieces became 1; no point is further off than 0\.02 mm\.$/);
  });
  it('reverse, start, close, smooth, straighten, mirror, scale, free', () => {
    const open = outlineJob('Open', 'M0 0H100V80');
    expect(mended(open, { do: 'close' }).paths[0]).toMatchObject({ kind: 'drawn', closed: true });
    expect(() => mended(square, { do: 'close' })).toThrow(/closed already/);
    expect(() => mended(open, { do: 'start', at: 20 })).toThrow(/open path/);
    expect(lengthOf(mended(square, { do: 'reverse' }))).toBe(360);
    expect(lengthOf(mended(square, { do: 'start', at: 130 }))).toBeCloseTo(360, 9);
    expect(lengthOf(mended(square, { do: 'smooth' }))).toBeGreaterThan(360);
    expect(lengthOf(mended(shapeJob('c', 'circle'), { do: 'straighten' }))).toBeCloseTo(320, 9);
    expect(lengthOf(mended(square, { do: 'mirror', axis: 'level' }))).toBeCloseTo(360, 9);
    expect(lengthOf(mended(square, { do: 'scale', factor: 0.5 }))).toBeCloseTo(180, 9);
    expect(lengthOf(mended(shapeJob('e', 'ellipse'), { do: 'free' }))).toBeCloseTo(
      lengthOf(shapeJob('e', 'ellipse')),
      9,
    );
    for (const factor of [0, -1, NaN])
      expect(() => mended(square, { do: 'scale', factor })).toThrow(RelayError);
  });
});

describe('a path that follows another', () => {
  const onSquare = (picks: number[], way: 'shorter' | 'longer', closed = true): Job => {
    const outline = closed ? 'M0 0H100V80H0Z' : 'M0 0H100V80H0';
    const base = outlineJob('Square', outline);
    return parseJob({
      ...base,
      paths: [{ kind: 'stretch', id: 'part', name: 'Part', of: base.paths[0].id, picks, way }, ...base.paths],
      runs: base.runs.map((run) => ({ ...run, path: 'part' })),
    });
  };
  const endsOf = (job: Job): number[] => {
    const path = measurePath(pathContour(job, job.paths[0]));
    const at = newReading();
    return [0, path.length / 3, path.length].flatMap((s) => {
      pathReader(path)(s, at);
      return [at[0], at[1]];
    });
  };

  it.each([
    ['over the start', [0.9, 0.2], 'shorter', true],
    ['the long way', [0.9, 0.2], 'longer', true],
    ['just half of it', [0.1, 0.6], 'shorter', true],
    ['the other half', [0.1, 0.6], 'longer', true],
    ['through three places', [0.1, 0.3, 0.9], 'shorter', true],
    ['of an open one', [0.8, 0.3], 'shorter', false],
    ['half of an open one', [0.25, 0.75], 'shorter', false],
  ] as const)('a stretch is turned round as one: %s', (_, picks, way, closed) => {
    const job = onSquare([...picks], way, closed);
    const { path, words } = mendPath(job, job.paths[0], { do: 'reverse' });
    expect([path.kind, words]).toEqual(['stretch', '']);
    const turned = parseJob({ ...job, paths: [path, ...job.paths.slice(1)] });
    const free = mendPath(job, job.paths[0], { do: 'free' }).path;
    const freed = { ...job, paths: [free, ...job.paths.slice(1)] };
    // The same as what is drawn, turned round.
    const { path: wanted } = mendPath(freed, free, { do: 'reverse' });
    const found = endsOf(turned);
    endsOf({ ...job, paths: [wanted, ...job.paths.slice(1)] }).forEach((value, i) =>
      expect(found[i]).toBeCloseTo(value, 6),
    );
  });

  it('what cannot be said in its numbers says what it is no longer', () => {
    const job = onSquare([0.1, 0.4], 'shorter');
    const { path, words } = mendPath(job, job.paths[0], { do: 'mirror', axis: 'level' });
    expect(path.kind).toBe('drawn');
    expect(words).toBe(
      `It is points now and no longer follows “${job.paths[1].name}”; undo gives that back.`,
    );
    const ring = shapeJob('Ring', 'circle');
    expect(mendPath(ring, ring.paths[0], { do: 'thin', tolerance: 0.1 }).words).toMatch(
      /pieces became .* It is points now and is no longer made from its numbers; undo gives that back\.$/,
    );
    // Whoever asks for points is told nothing.
    expect(mendPath(ring, ring.paths[0], { do: 'free' }).words).toBe('');
  });
});
