import { isSpatial, newReading, pathReader } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { parseJob } from '../../job';
import type { Job, JobPath } from '../../job/schema';
import { mendPath } from '../../mend';
import { measuredPath } from '../../resolve';
import { fittedRows } from '../../machine';
import { shapeJob } from '../../starters';
import { kindOf } from '../all';
import type { WindingPath } from './schema';

const wound = (change: Partial<WindingPath> = {}): WindingPath => ({
  ...{ kind: 'winding', id: 'strand', name: 'Strand', of: 'loop', phase: 0 },
  wound: { by: 'own', figure: 'round', radius: 8, depth: 4, turns: 6, hand: 'right' },
  ...change,
});
const on = (...paths: JobPath[]): Job => {
  const base = shapeJob('Rope', 'circle');
  return parseJob({
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Axis', data: 'M0 0H400' }, ...paths],
    runs: [{ ...base.runs[0], path: paths[0].id }],
  });
};

describe('a path that winds round another', () => {
  it('is a helix round a straight one, and follows it', () => {
    const job = on(wound());
    const path = measuredPath(job, job.paths[1]);
    expect(isSpatial(path)).toBe(true);
    // Closed form of a helix: sqrt(l² + (2πrn)²).
    expect(path.length).toBeCloseTo(Math.hypot(400, 2 * Math.PI * 8 * 6), 3);
    const longer = on(wound());
    longer.paths[0] = { kind: 'outline', id: 'loop', name: 'Axis', data: 'M0 0H800' };
    expect(measuredPath(longer, longer.paths[1]).length).toBeCloseTo(Math.hypot(800, 2 * Math.PI * 8 * 6), 3);
  });

  it('like another it is the same, only turned; a strand may wind round a strand', () => {
    const like: WindingPath = {
      ...wound({ id: 'second', of: 'strand', phase: Math.PI }),
      wound: { by: 'like' },
    };
    const round = wound({ id: 'third', of: 'strand' });
    round.wound = { ...round.wound, radius: 1 } as WindingPath['wound'];
    const job = on(wound(), like, round);
    const at = newReading();
    const placeOf = (k: number, s: number): number[] => {
      pathReader(measuredPath(job, job.paths[k]))(s, at);
      return [at[0], at[1], at[5]];
    };
    expect(placeOf(1, 0)).toEqual([0, 0, 8].map((c) => expect.closeTo(c, 9)));
    expect(placeOf(2, 0)).toEqual([0, 0, -8].map((c) => expect.closeTo(c, 9)));
    const [a, b] = [placeOf(1, 100), placeOf(2, 100)];
    expect(Math.hypot(a[1] - b[1], a[2] - b[2])).toBeCloseTo(16, 4);
    expect(measuredPath(job, job.paths[3]).length).toBeGreaterThan(measuredPath(job, job.paths[1]).length);
    expect(kindOf(like).summary(like, job)).toBe('As Strand, turned by 180°');
    expect(kindOf(job.paths[1]).summary(job.paths[1], job)).toMatch(/^6 turns round Axis, 16\.00.mm across$/);
  });

  it('what is up on it looks away from its axis', () => {
    const job = on(wound());
    job.runs[0].fit.hold = 'both';
    const { setOut } = fittedRows(job)[0];
    const { ride } = setOut.stand!;
    for (let k = 0; k + 9 < ride.data.length; k += 9 * 40) {
      const [, y, z, , , , ux, uy, uz] = ride.data.subarray(k, k + 9);
      // Away from the axis, which is x: as the place itself is.
      expect(Math.hypot(ux, uy - y / 8, uz - z / 8)).toBeLessThan(0.02);
    }
  });

  it('cannot be like what does not wind, nor be mended but by its numbers', () => {
    const job = on({ ...wound(), wound: { by: 'like' } });
    expect(() => measuredPath(job, job.paths[1])).toThrow(/that one does not wind/);
    const made = on(wound());
    expect(() => mendPath(made, made.paths[1], { do: 'reverse' })).toThrow(/follows the path it winds round/);
    expect(() => on(wound({ of: 'strand' }))).toThrow(/made from itself/);
  });
});
