import type { NeighbourCut } from '../interference';
import { findingsOf } from './checks.testing';
import type { Finding } from './finding';
import { fitRow } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import {
  CHAIN_SIZES,
  chainPieces,
  plankPieces,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  tubePieces,
  type MadePieces,
  parseJob,
  type Job,
  resolveRun,
  outlineJob,
} from '@coin-relay/model';

const rowOf = (data: string, made: MadePieces): Job => {
  const job = outlineJob('Row', data);
  return parseJob({
    ...job,
    pieces: made.pieces,
    runs: [
      {
        ...job.runs[0],
        sequence: made.sequence,
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
      },
    ],
  });
};
const read = (job: Job, cuts: readonly NeighbourCut[] = []): Finding[] => {
  const kinds = ['turns-too-far', 'neighbours-cut', 'carried-overlap', 'carried-open'];
  return findingsOf(job, { cuts }).filter(({ kind }) => kinds.includes(kind));
};
const plain = (text: string): string => text.replace(/\u00a0/g, ' ');
const circle = (radius: number): string =>
  `M${radius} 0A${radius} ${radius} 0 1 1 ${-radius} 0A${radius} ${radius} 0 1 1 ${radius} 0Z`;

describe('links that turn too far', () => {
  const chain = chainPieces(CHAIN_SIZES.find(({ size }) => size === '08B')!);

  it('a ring of eight chain links turns 45°, one of ten 36°: the limit is 40°', () => {
    const ring = (n: number): Finding[] => read(rowOf(circle(12.7 / (2 * Math.sin(Math.PI / n))), chain));
    expect(ring(10)).toEqual([]);
    const [found] = ring(8);
    expect(found.kind).toBe('turns-too-far');
    expect(found.size).toBeCloseTo(Math.PI / 4, 6);
    expect(plain(found.text)).toMatch(/turn 45\.0° .* more than the 40\.0°/);
    // The bend that keeps to it is a sprocket's of nine teeth: p / (2 sin 20°), by hand.
    expect(plain(found.text)).toContain(`A bend of ${(12.7 / (2 * Math.sin(Math.PI / 9))).toFixed(2)} mm`);
  });
});

describe('planks that lie across', () => {
  const planks = plankPieces(10);
  const [{ length, width }] = planks.pieces as unknown as { length: number; width: number }[];

  const pitchOf = (job: Job): number => {
    const { source, request } = resolveRun(job);
    return fitRow(source, request).effectivePitch!;
  };

  it('round a circle their inner ends stand 2 (R − h) sin(p / 2R) apart, and reach w cos(p / 2R)', () => {
    const radius = 40;
    const job = rowOf(circle(radius), planks);
    const half = pitchOf(job) / 2 / radius;
    const over = width * Math.cos(half) - 2 * (radius - length / 2) * Math.sin(half);
    const [found] = read(job);
    expect([found.kind, found.size]).toEqual(['carried-overlap', expect.closeTo(over, 6)]);
    expect(plain(found.text)).toContain(`overlap by ${over.toFixed(2)} mm`);
    // The cut of their outlines is the same thing, and is not said twice.
    expect(read(job, [{ place: 0, other: 1, s: 3, depth: 1 }])).toHaveLength(1);
  });

  it('their outer ends open where the inner ones still have room', () => {
    const thin = { ...planks, pieces: planks.pieces.map((piece) => ({ ...piece, width: 4 })) } as MadePieces;
    const job = rowOf(circle(50), thin);
    const [found] = read(job);
    expect(found.kind).toBe('carried-open');
    // 2 (R + h) sin(p / 2R) less 2 R sin(p / 2R).
    expect(found.size).toBeCloseTo(length * Math.sin(pitchOf(job) / 2 / 50), 6);
  });

  describe('where they stand decides, not how tight the bend is between them', () => {
    // A short bend of 30 mm between straights; one plank stands before it and one behind.
    const bent = 'M0 0H100A30 30 0 0 1 130 30V130';
    const wide = plankPieces(60).pieces.map((piece) => ({ ...piece, width: 12, length: 50 }));
    const job = rowOf(bent, { pieces: wide, sequence: ['plank'] } as MadePieces);

    it('two that are apart do not overlap', () => {
      // With arc lengths p (1 − h / R) they would: 60 · (1 − 25 / 30) is 10, less than 12.
      expect(read(job).filter(({ kind }) => kind === 'carried-overlap')).toEqual([]);
    });

    it('nor do any that are left out, stand upright or are turned', () => {
      const tight = rowOf(circle(40), planks);
      const touch = { piece: null, turn: 0, along: 0, out: 0 };
      const every = { id: 'h', at: { by: 'index' as const, index: 0 }, leftOut: true, ...touch };
      const { count } = fitRow(resolveRun(tight).source, resolveRun(tight).request);
      const byHand = Array.from({ length: count }, (_, i) => ({
        ...every,
        id: `h${i}`,
        at: { by: 'index' as const, index: i },
        leftOut: i % 2 === 0,
      }));
      const out: Job = {
        ...tight,
        runs: [{ ...tight.runs[0], setOut: { ...PLAIN_SET_OUT, byHand } }],
      };
      expect(read(tight)).toHaveLength(1);
      expect(read(out)).toEqual([]);
      for (const change of [{ facing: 'upright' as const }, { turn: Math.PI / 2 }]) {
        const pieces = tight.pieces.map((piece) => ({
          ...piece,
          setting: { ...PLAIN_SETTING, ...change },
        }));
        expect(read({ ...tight, pieces })).toEqual([]);
      }
    });
  });

  it('on a wide bend there is nothing to say', () => {
    expect(read(rowOf(circle(400), planks))).toEqual([]);
  });
});

describe('neighbours that cut', () => {
  const job = rowOf(circle(200), tubePieces(20));
  it('the deepest is named, with where and how many more', () => {
    const [found, ...others] = read(job, [
      { place: 3, other: 4, s: 60, depth: 0.5 },
      { place: 9, other: 10, s: 180, depth: 2.25 },
      { place: 11, other: 0, s: 250, depth: 1 },
    ]);
    expect(others).toEqual([]);
    expect([found.kind, found.at, found.size]).toEqual(['neighbours-cut', 180, 2.25]);
    expect(plain(found.text)).toMatch(/cut 2\.25 mm .* \(places 10 and 11\), and at 2 more places\./);
  });
  it('without cuts nothing is said', () => {
    expect(read(job)).toEqual([]);
  });
});
