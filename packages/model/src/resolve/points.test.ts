import { fitRow, PLAIN_LAY, placePins } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { parseJob, type Job } from '../job';
import { plankPieces } from '../families';
import { outlineJob } from '../starters';
import { fitSentence } from '../text';
import { resolveRun } from './run';

type Point = readonly [x: number, y: number];

/** A row of planks with one on every point of a drawn path. */
const onPoints = (points: readonly Point[], closed: boolean): Job => {
  const base = outlineJob('Row', 'M0 0H100');
  const { pieces, sequence } = plankPieces(12);
  return parseJob({
    ...base,
    paths: [
      {
        kind: 'drawn',
        id: base.paths[0].id,
        name: 'Line',
        closed,
        points: points.map(([x, y]) => ({ x, y, next: { kind: 'line' } })),
      },
    ],
    pieces,
    runs: [
      {
        ...base.runs[0],
        sequence,
        fit: {
          ...base.runs[0].fit,
          hold: 'path',
          lay: { ...PLAIN_LAY, ends: 'points' },
          meet: { corners: null, at: [], points: true, alone: true },
        },
      },
    ],
  });
};
const laid = (job: Job): Point[] => {
  const resolved = resolveRun(job);
  const pins = placePins(fitRow(resolved.source, resolved.request), 0);
  return Array.from({ length: pins.length / 2 }, (_, i) => [pins[2 * i], pins[2 * i + 1]]);
};
const LINE: readonly Point[] = [
  [0, 0],
  [40, 10],
  [70, 60],
  [200, 60],
];

describe('a piece on every point of a drawn path', () => {
  it.each([false, true])('stands on each of them, closed: %s', (closed) => {
    const found = laid(onPoints(LINE, closed));
    expect(found).toHaveLength(4);
    found.forEach(([x, y], i) => {
      expect(x).toBeCloseTo(LINE[i][0], 6);
      expect(y).toBeCloseTo(LINE[i][1], 6);
    });
  });

  it('a point that is put in gets one, also on a straight piece where nothing turns', () => {
    const more = [...LINE.slice(0, 3), [120, 60] as const, LINE[3]];
    expect(laid(onPoints(more, false))[3]).toEqual([expect.closeTo(120, 6), expect.closeTo(60, 6)]);
  });

  it('more points than there can be pieces are refused, not left without', () => {
    const many = Array.from({ length: 2_050 }, (_, i): Point => [i, i % 2]);
    expect(() => laid(onPoints(many, false))).toThrow(/2050 places are more than the 2000/);
    expect(laid(onPoints(many.slice(0, 1_990), false))).toHaveLength(1_990);
  });

  it('is told so, and there is no pitch to be off', () => {
    const job = onPoints(LINE, false);
    const resolved = resolveRun(job);
    const { parts, verdict } = fitSentence(job, resolved, fitRow(resolved.source, resolved.request));
    const words = parts.map(({ text }) => text).join('');
    expect(words).toMatch(
      /Put in 4 planks, 3 spaces between; one on each of its places, none between them\./,
    );
    expect(verdict).toEqual({ good: true, text: 'meets both its places exactly' });
  });
});
