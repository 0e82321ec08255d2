import { BY, fitRow, type RelayError, type FitOutcome } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { beadPieces } from '../families';
import { demoJobs } from '../demo';
import { parseJob, PLAIN_SET_OUT, type Job, type SetOut } from '../job';
import { shapeJob } from '../starters';
import { resolveRun, resolveSetOut, type ResolvedSetOut } from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);
const resolved = (job: Job, run?: string): { fit: FitOutcome; out: ResolvedSetOut } => {
  const of = resolveRun(parseJob(job), run);
  const fit = fitRow(of.source, of.request);
  return { fit, out: resolveSetOut(job, of.run, fit) };
};
const withSetOut = (job: Job, change: Partial<SetOut>): Job => {
  job.runs[0].setOut = { ...PLAIN_SET_OUT, ...job.runs[0].setOut, ...change };
  return job;
};
const plain = { material: null, snap: false, turn: 0, along: 0, out: 0 };

describe('working out a set-out', () => {
  it('a row without one is its sequence in turn', () => {
    const { fit, out } = resolved(demo('demo-coin-lift'));
    expect(out.table.count).toBe(fit.count);
    expect([...out.table.piece.subarray(0, 6)]).toEqual([0, 1, 0, 1, 0, 2]);
    expect(out.sampledPath).toBeNull();
  });

  it('the lamp festoon: bells at its ends, a pennant on every fourth, each as the rules say', () => {
    const { out } = resolved(demo('demo-lamp-festoon'));
    const names = [...out.table.piece].map((n) => out.pieces[n].name);
    expect(names[0]).toBe('Bell');
    expect(names.at(-1)).toBe('Bell');
    expect(names.filter((name) => name === 'Pennant')).toHaveLength(5);
    expect(out.materials[out.table.finish[0]].id).toBe('brass');
    expect([...out.table.taken]).toEqual([5, 1, 1]);
  });

  it('the carousel: prizes handed out in order, three places left out', () => {
    const { out } = resolved(demo('demo-prize-carousel'), 'prizes');
    expect([...out.table.handed.subarray(0, 9)]).toEqual([0, 1, 2, 3, 4, 5, 6, 7, -1]);
    expect([...out.table.leftOut].filter((x) => x === 1)).toHaveLength(3);
    expect(out.table.by[14]).toBe(BY.hand);
  });

  it('rules at the points a path is drawn by, and at its corners', () => {
    const job = shapeJob('Hexagon', 'polygon');
    job.pieces = [beadPieces(10).pieces[0]];
    job.runs[0].sequence = ['bead'];
    job.runs[0].fit.multiple = 1;
    withSetOut(job, {
      rules: [
        { id: 'c', on: { role: 'corners' }, piece: null, ...plain, snap: true },
        { id: 'p', on: { role: 'points' }, piece: null, ...plain },
      ],
    });
    const { fit, out } = resolved(job);
    expect([...out.table.matched]).toEqual([6, 6]);
    const side = fit.layout.path.length / 6;
    const corner = [...out.table.by].flatMap((by, i) => (by === 1 ? [out.middles[i]] : []));
    for (const s of corner)
      expect(Math.abs(s / side - Math.round(s / side)) * side).toBeLessThanOrEqual(5.01);
  });

  it('a role that matches nothing says so by its count', () => {
    const job = withSetOut(demo('demo-lamp-festoon'), {
      rules: [{ id: 'x', on: { role: 'nth', at: 400, from: 'start' }, piece: null, ...plain }],
    });
    expect([...resolved(job).out.table.matched]).toEqual([0]);
  });

  it('hangers reach the beam: at each place as far as it is', () => {
    const { out } = resolved(demo('demo-coin-slide'), 'hangers');
    const { sampledPath: rail, reach } = out;
    const beam = (x: number): number =>
      x < 320 ? 260 + ((x + 40) * 40) / 360 : 300 - ((x - 320) * 40) / 420;
    for (let k = 0; k < reach!.length; k += 97) {
      const [x, y] = [rail!.data[4 * k], rail!.data[4 * k + 1]];
      expect(reach![k]).toBeCloseTo(beam(x) - y, 6);
    }
  });

  it('a boundary that is open is refused, naming it', () => {
    const job = withSetOut(demo('demo-coin-slide'), {
      boundary: { path: 'beam', keep: 'inside', how: 'whole' },
    });
    const error = (() => {
      try {
        resolved(job);
      } catch (caught) {
        return caught as RelayError;
      }
      throw new Error('it was taken');
    })();
    expect(error.code).toBe('boundary-open');
    expect(error.message).toMatch(/“Ceiling beam” is open/);
  });

  it('weights that sum to zero are refused', () => {
    const job = withSetOut(demo('demo-lamp-festoon'), {
      order: { by: 'weight', seed: 1, apart: false, weights: [0] },
    });
    expect(() => resolved(job)).toThrow(/All weights are zero/);
  });
});

describe('the document refuses', () => {
  const refused = (change: Partial<SetOut>): string => {
    try {
      parseJob(withSetOut(demo('demo-lamp-festoon'), change));
    } catch (error) {
      return (error as Error).message;
    }
    return 'taken';
  };
  it('pieces and paths that are not there, and steps that do not match the sequence', () => {
    expect(refused({ rules: [{ id: 'r', on: { role: 'first' }, piece: 'ghost', ...plain }] })).toMatch(
      /runs\.0\.setOut\.rules\.0\.piece: there is no piece “ghost”/,
    );
    expect(refused({ boundary: { path: 'ghost', keep: 'inside', how: 'cut' } })).toMatch(/no path “ghost”/);
    expect(
      refused({
        steps: [
          { turn: 0, along: 0, out: 0, material: null },
          { turn: 0, along: 0, out: 0, material: null },
        ],
      }),
    ).toMatch(/there are 2 for a sequence of 1/);
    expect(refused({ rows: { count: 13, spacing: 1 } })).toMatch(/rows/);
    expect(refused({})).toBe('taken');
  });
});
