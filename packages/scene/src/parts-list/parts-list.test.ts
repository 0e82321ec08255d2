import { fitRow } from '@coin-relay/core';
import { demoJobs, parseJob, PLAIN_SET_OUT, resolveRun, resolveSetOut, type Job } from '@coin-relay/model';
import { LINE, lay, rowOf } from '@coin-relay/model/testing';
import { describe, expect, it } from 'vitest';
import { partsList, type PartsList } from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const listOf = (job: Job): PartsList => {
  const resolved = resolveRun(parseJob(job));
  const fit = fitRow(resolved.source, resolved.request);
  return partsList(fit, resolveSetOut(job, resolved.run, fit));
};
const counts = (list: PartsList): Record<string, number> =>
  Object.fromEntries(list.lines.map(({ piece, count }) => [piece.id, count]));

describe('a parts list', () => {
  it('of the coin lift, by hand: 90 links are 45 inner, 30 outer and 15 with a cup, on 90 pins', () => {
    const list = listOf(demo('demo-coin-lift'));
    expect(counts(list)).toEqual({ inner: 45, outer: 30, carrier: 15 });
    expect(list.pins).toBe(90);
    // 08B at 0.7 kg/m: 90 links of 12.7 mm weigh 0.7 · 90 · 12.7 g.
    expect(list.mass).toBeCloseTo(0.7 * 90 * 12.7, 6);
    expect(list.leftOut).toBe(0);
  });

  it('leaves out what is left out, counts rows and twins, and gives an open row one pin more than links', () => {
    const job = demo('demo-barrier-chain');
    const touch = { piece: null, turn: 0, along: 0, out: 0 };
    job.runs[0].setOut = {
      ...PLAIN_SET_OUT,
      rows: { count: 2, spacing: 20 },
      twin: { x: 0, y: 0, angle: 0 },
      byHand: [{ id: 'h', at: { by: 'index', index: 2 }, leftOut: true, ...touch }],
    };
    const list = listOf(job);
    expect(counts(list)).toEqual({ inner: 14 * 4, outer: 15 * 4 });
    expect(list).toMatchObject({ pieces: 29 * 4, leftOut: 4, pins: 31 * 4 });
  });

  it('is as long as its pitches, from the first pin or piece to the last', () => {
    // By hand: ten bays of 10 mm between eleven lamps; 90 links of the pitch they have.
    expect(listOf(rowOf('lamp', LINE, 10, lay({ ends: 'points' }))).length).toBeCloseTo(100, 9);
    expect(listOf(rowOf('lamp', LINE, 10)).length).toBeCloseTo(100, 9);
    const met = { meet: { corners: 0.1, at: [] }, ...lay({ ends: 'points' }) };
    expect(listOf(rowOf('lamp', 'M0 0H100V70', 12, met)).length).toBeCloseTo(170, 9);
    // Eleven tubes of 100 with ten gaps of 3 between them.
    const tubes = rowOf('tube', 'M0 0H2000', 103, { endToEnd: { gap: 3 }, count: 11, hold: 'both' });
    expect(listOf(tubes).length).toBeCloseTo(11 * 100 + 10 * 3, 6);
    const lift = demo('demo-coin-lift');
    const { source, request } = resolveRun(parseJob(lift));
    expect(listOf(lift).length).toBeCloseTo(90 * fitRow(source, request).effectivePitch!, 9);
  });

  it('says no mass where one piece says none', () => {
    const job = demo('demo-tin-beetle');
    expect(listOf(job).mass).toBeNull();
  });
});
