import {
  demoJobs,
  outlineJob,
  PLAIN_SET_OUT,
  ownPiece,
  parseJob,
  withPins,
  fittedRows,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import type { Vec3 } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { checkJob, type AskedSolids } from '../checks';
import { reachOfRow } from '../solid';
import { MOST_CROSSING_LINKS, rowCrossings, type StoodRow } from './row-crossings';
import { crossingsIn, mayCross } from './standing-rows';

/** A bar of 20 mm between its pins, so wide and so thick. */
const bar = (id: string, wide: number, thick: number): JobPiece => {
  const made = withPins(
    ownPiece(id, id, 'drawn', [{ data: `M0 ${-wide / 2}H20V${wide / 2}H0Z`, material: 'brass', line: true }]),
    { from: { x: 0, y: 0 }, to: { x: 20, y: 0 } },
  );
  return {
    ...made,
    outline: made.outline.map((part) => ({ ...part, plate: { thick, middle: 0, ease: 0 } })),
  };
};

/** Two straight rows of bars: one along x, the other through it at a right angle. */
function cross(change: (job: Job) => void = () => undefined): Job {
  const job = structuredClone(outlineJob('Cross', 'M-100 0H100'));
  const [run] = job.runs;
  run.fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: null };
  run.sequence = ['a'];
  job.pieces = [bar('a', 10, 4), bar('b', 6, 6)];
  job.paths.push({ ...outlineJob('Up', 'M0 -100V100').paths[0], id: 'up' });
  job.runs.push({ ...run, id: 'up', name: 'Up', path: 'up', sequence: ['b'] });
  change(job);
  return parseJob(job);
}
const crossings = (job: Job) => crossingsIn(job, fittedRows(job), reachOfRow);

describe('rows that cut into each other', () => {
  it('bars that cross in one plane: as deep as they are thick there, at the middle of both', () => {
    const [found, ...more] = crossings(cross());
    expect(more).toEqual([]);
    expect(found).toMatchObject({ run: 'row', other: 'up' });
    // The thinner one is 4 mm thick; in the drawing they cut 6 mm.
    expect(found.depth).toBeCloseTo(4, 4);
    expect(Math.abs(found.s - 100)).toBeLessThan(20);
    expect(Math.abs(found.otherS - 100)).toBeLessThan(20);
  });

  it('one that stands clear in depth is not found; set to the depth that is proposed it is clear', () => {
    const at = (sideways: number): number =>
      crossings(cross((job) => (job.runs[1].sideways = sideways))).length;
    expect(at(4.9)).toBe(1);
    expect(at(5.1)).toBe(0);
    expect(at(-5.1)).toBe(0);
    const [{ clear, depth }] = crossings(cross((job) => (job.runs[1].sideways = 3)));
    expect(depth).toBeCloseTo(2, 4);
    expect(clear).toBeCloseTo(7, 4);
    expect(at(clear!)).toBe(0);
  });

  describe('that leave their plane', () => {
    /** The same two rows on straight paths in space, the second one so high over the first, and turned up by so much. */
    const over = (high: number, rise = 0, behaviour: 'stiff' | 'bending' = 'stiff'): Job =>
      cross((job) => {
        const straight = (id: string, a: Vec3, b: Vec3): Job['paths'][number] => ({
          ...{ kind: 'space', id, name: id, closed: false },
          points: [a, b].map((p) => ({ ...p, radius: 0, next: { kind: 'line' } })),
        });
        job.pieces = job.pieces.map((piece) => ({ ...piece, behaviour }));
        job.paths = [
          straight('loop', { x: -100, y: 0, z: 0 }, { x: 100, y: 0, z: 0 }),
          straight('up', { x: 0, y: -100, z: high - rise }, { x: 0, y: 100, z: high + rise }),
        ];
      });

    it('are boxes where they stand: 4 and 6 mm thick, they cut by what is left of 5 mm', () => {
      const [found, ...more] = crossings(over(3));
      expect(more).toEqual([]);
      expect(found).toMatchObject({ run: 'row', other: 'up', clear: null });
      expect(found.depth).toBeCloseTo(2, 6);
      expect(Math.abs(found.s - 100)).toBeLessThan(20);
      expect(crossings(over(5.1))).toEqual([]);
      expect(crossings(over(-4))[0].depth).toBeCloseTo(1, 6);
      // One that rises through the other is met where it does.
      expect(crossings(over(2, 80))[0].depth).toBeGreaterThan(2);
      expect(crossings(over(40, 80))).toEqual([]);
    });

    it('pieces that bend are as many boxes along them', () => {
      expect(crossings(over(3, 0, 'bending'))[0].depth).toBeCloseTo(2, 6);
      expect(crossings(over(5.1, 0, 'bending'))).toEqual([]);
    });

    it('may be in the way of those in the drawing too, and of none where there is one row', () => {
      const mixed = over(3);
      mixed.paths[0] = outlineJob('Cross', 'M-100 0H100').paths[0];
      expect(mayCross(mixed, fittedRows(mixed))).toBe(true);
      expect(crossings(mixed)[0].depth).toBeCloseTo(2, 6);
      const alone = { ...mixed, runs: [mixed.runs[1]] };
      expect(mayCross(alone, fittedRows(alone))).toBe(false);
      expect(crossings(alone)).toEqual([]);
    });

    it('no demo job in space has rows that cut', () => {
      for (const { job } of demoJobs()) {
        const rows = fittedRows(job);
        if (rows.some(({ setOut }) => setOut.stand)) expect(crossingsIn(job, rows, reachOfRow)).toEqual([]);
      }
    });
  });

  it('where a boundary leaves nothing of a row there is nothing to cut; what is cut off is not there', () => {
    const kept = (data: string, how: 'whole' | 'cut'): number[] =>
      crossings(
        cross((job) => {
          job.paths.push({ ...outlineJob('Wall', data).paths[0], id: 'wall' });
          job.runs[0].setOut = { ...PLAIN_SET_OUT, boundary: { path: 'wall', keep: 'inside', how } };
        }),
      ).map(({ depth }) => depth);
    // All of it kept.
    expect(kept('M-200 -50H200V50H-200Z', 'cut')).toHaveLength(1);
    // The bars of the first row end before the second one, which is 6 mm wide: by the boundary alone.
    expect(kept('M-200 -50H-3.2V50H-200Z', 'cut')).toEqual([]);
    // They end 1 mm in it.
    expect(kept('M-200 -50H-2V50H-200Z', 'cut')[0]).toBeCloseTo(1, 4);
    // Of those that must stay whole the one over the middle is gone.
    expect(kept('M-200 -50H-2V50H-200Z', 'whole')).toEqual([]);
  });

  it('what is stretched until it reaches a path cuts what lies on its way there', () => {
    const reachingTo = (y: number | null): number[] =>
      crossings(
        cross((job) => {
          job.paths[1] = { ...outlineJob('Up', 'M-100 50H100').paths[0], id: 'up' };
          if (y === null) return;
          job.paths.push({ ...outlineJob('Beam', `M-120 ${y}H120`).paths[0], id: 'beam' });
          job.runs[0].setOut = { ...PLAIN_SET_OUT, reach: { path: 'beam', way: 'up' } };
        }),
      ).map(({ depth }) => depth);
    // Bars of 10 mm along y = 0 are far from those along y = 50.
    expect(reachingTo(null)).toEqual([]);
    expect(reachingTo(40)).toEqual([]);
    // Two mm into them, which reach down to 47; then right through, as deep as they are thick.
    expect(reachingTo(49)[0]).toBeCloseTo(2, 3);
    expect(reachingTo(80)[0]).toBeCloseTo(4, 3);
  });

  it('what lies beside in the drawing is never worth a look; in a plane of its own it is', () => {
    const beside = (job: Job): void => {
      job.paths[1] = { ...outlineJob('Up', 'M130 -100V100').paths[0], id: 'up' };
    };
    expect(mayCross(cross(), fittedRows(cross()))).toBe(true);
    expect(mayCross(cross(beside), fittedRows(cross(beside)))).toBe(false);
    const turned = cross((job) => {
      beside(job);
      // Turned about y it stands across the first row: its line x = 130 comes to x = 0.
      job.paths[1].plane = { origin: { x: 0, y: 0, z: 130 }, turns: { x: 0, y: Math.PI / 2, z: 0 } };
    });
    expect(mayCross(turned, fittedRows(turned))).toBe(true);
    const [found] = crossings(turned);
    // Its thickness is along x now, its width in depth: 6 mm of it are within the 4 mm of the other one.
    expect(found.depth).toBeGreaterThan(3.9);
    expect(found.clear).toBeNull();
    const away = cross((job) => {
      beside(job);
      job.paths[1].plane = { origin: { x: 0, y: 0, z: 150 }, turns: { x: 0, y: Math.PI / 2, z: 0 } };
    });
    expect(crossings(away)).toEqual([]);
  });

  const SOLIDS: AskedSolids = { reach: reachOfRow, depths: () => [] };

  it('a finding says between which rows and where, and its mend clears it', () => {
    const job = cross();
    const [finding] = checkJob(job, undefined, SOLIDS).filter(({ kind }) => kind === 'rows-cut');
    expect(finding.text).toMatch(
      /^At .* this row cuts 4\.00.mm into “Up”, where that is at .*\. Set one of them/,
    );
    expect(finding).toMatchObject({ step: 'path', run: 'row', of: 'up' });
    if (finding.mend?.do !== 'sideways') throw new Error('no mend');
    job.runs[1].sideways = finding.mend.sideways;
    expect(crossings(job)).toEqual([]);
    // It is said once, of the first of the two.
    expect(checkJob(cross(), 'up', SOLIDS).filter(({ kind }) => kind === 'rows-cut')).toEqual([]);
  });

  it('two rows on one path are found once; those of very many links are not looked at', () => {
    const same = cross((job) => (job.runs[1].path = job.runs[0].path));
    const [found, ...more] = crossings(same);
    expect(more).toEqual([]);
    expect(found.depth).toBeCloseTo(4, 4);
    const many = (links: number): StoodRow => ({ scene: { frame: { links } } }) as unknown as StoodRow;
    expect(rowCrossings([many(MOST_CROSSING_LINKS), many(1)])).toEqual([]);
  });

  it('in the demo jobs nothing does: rows on one shaft stand beside each other', () => {
    for (const { id, job } of demoJobs()) expect([id, crossings(job)]).toEqual([id, []]);
  });
});
