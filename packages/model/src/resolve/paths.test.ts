import { DEFAULT_REQUEST } from '@coin-relay/core';
import { fitRow, measurePath } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { parseJob, type Job, type JobPath } from '../job';
import { hangingOf, readyShape } from '../path-kinds';
import { drawnJob, hangingJob, outlineJob, shapeJob } from '../starters';
import { pathSummary, pathWords } from '../text';
import { pathContour, resolveRun } from './index';

const square = outlineJob('Square', 'M0 0H100V100H0Z');
const withPath = (path: JobPath, job: Job = square): Job =>
  parseJob({ ...job, paths: [...job.paths, path], runs: job.runs.map((run) => ({ ...run, path: path.id })) });
const lengthOf = (job: Job, id: string): number =>
  measurePath(
    pathContour(
      job,
      job.paths.find((p) => p.id === id)!,
    ),
  ).length;

describe('every kind of path is one kind of thing to a fit', () => {
  it.each([
    shapeJob('a', 'circle'),
    shapeJob('b', 'ellipse'),
    shapeJob('c', 'rectangle'),
    shapeJob('d', 'two-arc'),
    shapeJob('f', 'arc'),
    shapeJob('g', 'straight'),
    hangingJob('h'),
    withPath({ kind: 'stretch', id: 's', name: 'Side', of: 'loop', picks: [0.1, 0.2], way: 'longer' }),
    withPath({ kind: 'parallel', id: 'p', name: 'Rail', of: 'loop', distance: -20, corners: 'round' }),
  ])('%#', (job) => {
    const parsed = parseJob(JSON.parse(JSON.stringify(job)));
    const { source, request } = resolveRun(parsed);
    const fit = fitRow(source, request);
    expect(fit.closes).toBe(true);
    expect(fit.count).toBeGreaterThan(10);
    expect(pathWords(parsed.paths[0]).length).toBeGreaterThan(2);
    expect(pathSummary(parsed, parsed.paths.at(-1)!).length).toBeGreaterThan(5);
  });

  it('an empty sheet is a valid job that says what to do first', () => {
    const job = parseJob(drawnJob('New'));
    expect(() => resolveRun(job)).toThrow(/at least two points: place another one/);
  });
});

describe('paths made from others', () => {
  it('follow them', () => {
    const rail: JobPath = {
      kind: 'parallel',
      id: 'p',
      name: 'Rail',
      of: 'loop',
      distance: 10,
      corners: 'round',
    };
    expect(lengthOf(withPath(rail), 'p')).toBeCloseTo(320, 9);
    const larger = withPath(rail, {
      ...square,
      paths: [{ ...square.paths[0], data: 'M0 0H200V200H0Z' } as JobPath],
    });
    expect(lengthOf(larger, 'p')).toBeCloseTo(720, 9);
    const stretch: JobPath = {
      kind: 'stretch',
      id: 's',
      name: 'Side',
      of: 'loop',
      picks: [0, 0.25],
      way: 'shorter',
    };
    expect(lengthOf(withPath(stretch), 's')).toBeCloseTo(100, 9);
  });
  it('a path made from itself, or from none, is refused', () => {
    const loop = (of: string): unknown => ({
      ...square,
      paths: [...square.paths, { kind: 'parallel', id: 'p', name: 'P', of, distance: 5, corners: 'round' }],
    });
    expect(() => parseJob(loop('p'))).toThrow(/made from itself/);
    expect(() => parseJob(loop('ghost'))).toThrow(/no path “ghost”/);
    const two = [
      { kind: 'parallel', id: 'p', name: 'P', of: 'q', distance: 5, corners: 'round' },
      { kind: 'parallel', id: 'q', name: 'Q', of: 'p', distance: 5, corners: 'round' },
    ];
    expect(() => parseJob({ ...square, paths: [...square.paths, ...two] })).toThrow(/made from itself/);
  });
  it('a parallel that vanishes says so', () => {
    const rail: JobPath = {
      kind: 'parallel',
      id: 'p',
      name: 'Rail',
      of: 'loop',
      distance: 60,
      corners: 'round',
    };
    expect(() => pathContour(withPath(rail), rail)).toThrow(/too narrow/);
  });
});

describe('hanging rows', () => {
  it('of a count of the job’s own pieces', () => {
    const job = hangingJob('h');
    const path = job.paths[0];
    if (path.kind !== 'hang') throw new Error('not hanging');
    const counted = { ...path, by: { by: 'count' as const, count: 30, piece: job.pieces[0].id } };
    expect(hangingOf(job, counted).length).toBeGreaterThan(30 * 12.7);
    const fitted = fitRow(
      { kind: 'contour', contour: pathContour(job, counted) },
      { ...DEFAULT_REQUEST, pitch: 12.7 },
    );
    expect([fitted.count, fitted.closes]).toEqual([30, true]);
    expect(Math.abs(fitted.pitchChange!)).toBeLessThan(1e-9);
    expect(() => hangingOf(job, { ...counted, by: { ...counted.by, piece: 'ghost' } })).toThrow(
      /not in this job/,
    );
  });
});

it('ready shapes are what they are called', () => {
  expect(readyShape('x', 'polygon')).toMatchObject({ kind: 'shape', name: 'Polygon', shape: { sides: 6 } });
});
