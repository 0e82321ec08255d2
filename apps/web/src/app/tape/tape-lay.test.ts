import {
  fitRow,
  parsePathData,
  DEFAULT_REQUEST,
  PLAIN_LAY,
  type FitOutcome,
  type FitRequest,
} from '@coin-relay/core';
import {
  chainPieces,
  CHAIN_SIZES,
  hangingJob,
  parseJob,
  plankPieces,
  resolveRun,
  resolveSetOut,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import { checkRow, neighbourCuts, rowScene, type Finding } from '@coin-relay/scene';
import { describe, expect, it } from 'vitest';
import { metPlaces, metPoints } from '../picking/met-places';
import { paintCuts, pastEnd, unusedSpans } from './tape-lay';

const CIRCLE = 'M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z';
const fit = (data: string, change: Partial<FitRequest>): FitOutcome =>
  fitRow(
    { kind: 'contour', contour: parsePathData(data)[0] },
    { ...DEFAULT_REQUEST, pitch: 10, pieces: 'bending', ...change },
  );
const round = (spans: readonly { from: number; to: number }[]): number[][] =>
  spans.map(({ from, to }) => [from, to].map((s) => Math.round(s * 1e6) / 1e6));

describe('what the tape hatches', () => {
  it('nothing on a row round all of it, or from end to end', () => {
    expect(unusedSpans(fit(CIRCLE, {}))).toEqual([]);
    expect(unusedSpans(fit('M0 0H100', {}))).toEqual([]);
  });

  it('both insets, and only one where only one is', () => {
    const inset = (a: number, b: number): FitOutcome =>
      fit('M0 0H100', { lay: { ...PLAIN_LAY, inset: [a, b] } });
    expect(round(unusedSpans(inset(7, 13)))).toEqual([
      [0, 7],
      [87, 100],
    ]);
    expect(round(unusedSpans(inset(0, 13)))).toEqual([[87, 100]]);
  });

  it('what lies between the ends of a stretch that runs past the start', () => {
    const row = fit(CIRCLE, { lay: { ...PLAIN_LAY, stretch: { by: 'part', from: 0.9, to: 0.25 } } });
    const length = 100 * Math.PI;
    expect(round(unusedSpans(row))).toEqual(round([{ from: length * 0.25, to: length * 0.9 }]));
  });
});

describe('what the glass shows', () => {
  it('round a loop the closing place, from both its sides and on any lap', () => {
    const loop = fit('M0 0H100V70H0Z', {});
    expect([330, 340, 0, 12, 680 + 12, 340 - 4].map((s) => pastEnd(loop, s))).toEqual([
      -10, 0, 0, 12, 12, -4,
    ]);
  });

  it('of a row with ends its own end, not that of the path', () => {
    const inset = fit('M0 0H100', { lay: { ...PLAIN_LAY, inset: [0, 30] } });
    expect([60, 70, 75].map((s) => pastEnd(inset, s))).toEqual([-10, 0, 5]);
    const stretch = { by: 'length', from: 300, to: 40 } as const;
    const round = fit('M0 0H100V70H0Z', { lay: { ...PLAIN_LAY, stretch } });
    expect([30, 40, 370].map((s) => pastEnd(round, s))).toEqual([-10, 0, -10]);
  });
});

describe('the places that the tape marks', () => {
  it('every met place of a loop, the inner ones of an open row, none otherwise', () => {
    expect(metPlaces(fit('M0 0H100V70H0Z', { meet: { corners: 0.1, at: [] } }))).toEqual([0, 100, 170, 270]);
    expect(metPlaces(fit('M0 0H100V70', { meet: { corners: 0.1, at: [] } }))).toEqual([100]);
    expect(metPlaces(fit('M0 0H100V70', {}))).toEqual([]);
  });

  it('on the drawing they are the corners themselves', () => {
    expect(metPoints(fit('M0 0H100V70H0Z', { meet: { corners: 0.1, at: [] } }))).toEqual(
      [
        [0, 0],
        [100, 0],
        [100, 70],
        [0, 70],
      ].map(([x, y]) => ({ x: expect.closeTo(x, 9) as number, y: expect.closeTo(y, 9) as number })),
    );
  });

  it('one beyond the length is where it is on the lap', () => {
    const row = fit(CIRCLE, {
      lay: { ...PLAIN_LAY, stretch: { by: 'part', from: 0.9, to: 0.25 } },
      meet: { corners: null, at: [30] },
    });
    expect(metPlaces(row)).toEqual([expect.closeTo(30, 6)]);
  });
});

describe('what the tape says of pieces that are in each other’s way', () => {
  /** A row of a piece hanging between two anchors, the right one at x. */
  const hung = (pieces: readonly JobPiece[], x: number): Job => {
    const job = hangingJob('Row');
    const path = { ...job.paths[0], to: { x, y: 40 } };
    const runs = [{ ...job.runs[0], sequence: [pieces[0].id] }];
    return parseJob({ ...job, paths: [path], pieces, runs });
  };
  const findings = (job: Job): Finding[] => {
    const resolved = resolveRun(job);
    const row = fitRow(resolved.source, resolved.request);
    const setOut = resolveSetOut(job, resolved.run, row);
    return checkRow(job, { resolved, fit: row, setOut, cuts: neighbourCuts(rowScene(row, setOut)) });
  };
  const words = (found: readonly Finding[]): string[] => {
    const said: string[] = [];
    const ctx = {
      beginPath: () => undefined,
      moveTo: () => undefined,
      lineTo: () => undefined,
      fill: () => undefined,
      fillRect: () => undefined,
      measureText: () => ({ width: 40 }),
      fillText: (text: string) => said.push(text),
    };
    const map = { left: 0, pixelsPerMm: 1, length: 360 };
    paintCuts(ctx as unknown as CanvasRenderingContext2D, map, found, 'mm');
    return said;
  };
  const planks = plankPieces(20).pieces.map((piece) => ({ ...piece, length: 60 }));
  const chain = chainPieces(CHAIN_SIZES[0]).pieces;

  it.each([
    ['planks', planks, 'carried-overlap'],
    ['chain links', chain, 'neighbours-cut'],
  ])('%s in a bend: the depth that the check says', (_, pieces, kind) => {
    const found = findings(hung(pieces, kind === 'neighbours-cut' ? 12 : 200));
    const one = found.find((finding) => finding.kind === kind);
    const [said] = words(found);
    expect(said).toMatch(/ deep$/);
    expect(one?.text).toContain(said.replace(' deep', ''));
  });

  it.each([
    ['planks', planks],
    ['chain links', chain],
  ])('%s on a row that is stretched to a line: nothing, as the check', (_, pieces) => {
    const found = findings(hung(pieces, 357.7));
    expect(found.filter(({ kind }) => kind === 'carried-overlap' || kind === 'neighbours-cut')).toEqual([]);
    expect(words(found)).toEqual([]);
  });
});
