import { findingsOf } from './checks.testing';
import type { Finding } from './finding';
import { fitRow, PLAIN_LAY } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import {
  beadPieces,
  charmPieces,
  flatTopPieces,
  lampPieces,
  plankPieces,
  stitchPieces,
  tubePieces,
  type Job,
  type RunFit,
  parseJob,
  resolveRun,
  outlineJob,
  fitSentence,
} from '@coin-relay/model';

const MAKERS = {
  plank: plankPieces,
  lamp: lampPieces,
  stitch: stitchPieces,
  'flat-top': flatTopPieces,
  bead: beadPieces,
  charm: charmPieces,
  tube: tubePieces,
};

const rowOf = (family: keyof typeof MAKERS, data: string, pitch: number, fit: Partial<RunFit> = {}): Job => {
  const job = outlineJob('Row', data);
  const made = MAKERS[family](pitch);
  return parseJob({
    ...job,
    pieces: made.pieces,
    runs: [
      {
        ...job.runs[0],
        sequence: made.sequence.slice(0, 1),
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null, ...fit },
      },
    ],
  });
};
const read = (job: Job): { text: string; verdict: string; good: boolean; findings: Finding[] } => {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  const { parts, verdict } = fitSentence(job, resolved, fit);
  const plain = (text: string): string => text.replace(/\u00a0/g, ' ');
  return {
    text: plain(parts.map((part) => part.text).join('')),
    verdict: plain(verdict.text),
    good: verdict.good,
    findings: findingsOf(job),
  };
};
const LINE = 'M0 0H100';
const lay = (change: Partial<typeof PLAIN_LAY>): Pick<RunFit, 'lay'> => ({
  lay: { ...PLAIN_LAY, inset: [0, 0], ...change } as RunFit['lay'],
});

describe('what is left over', () => {
  it('the finding leads to where it is', () => {
    const at = (rest: 'start' | 'end'): number | null =>
      read(rowOf('stitch', LINE, 12, { hold: 'both', rounding: 'down', ...lay({ rest }) })).findings.find(
        ({ kind }) => kind === 'gap',
      )!.at;
    expect([at('start'), at('end')]).toEqual([0, 100]);
  });

  it('too long for what it lies on', () => {
    const { verdict, findings } = read(rowOf('stitch', LINE, 12, { hold: 'both', count: 10 }));
    expect(verdict).toBe('20.00 mm too long at the end: take one stitch out');
    expect(findings.map(({ kind, weight }) => [kind, weight])).toContainEqual(['overlap', 'error']);
  });
});

describe('places that are met', () => {
  it('a stretch that is off by more than allowed is a finding, though the mean is not', () => {
    const job = rowOf('stitch', LINE, 10, { meet: { corners: null, at: [25] }, tolerance: 0.1 });
    const [found] = read(job).findings;
    expect(found.kind).toBe('pitch-far-off');
    // 25 mm as two of 12.5 mm or three of 8.33: 16.7 % off at the best.
    expect(found.size).toBeCloseTo(1 - 25 / 30, 9);
    expect(found.text).toContain('on one of its stretches');
  });
});

it('lengths that change by more than they may, of pieces laid end to end', () => {
  const tubes = rowOf('tube', 'M0 0H1240', 103, { endToEnd: { gap: 3 }, count: 11 });
  expect(findingsOf(tubes).map(({ kind }) => kind)).toContain('pitch-far-off');
});
