import { demoJobs, inputsOfRun, shapeJob, type Job } from '@coin-relay/model';
import fc from 'fast-check';
import { produce } from 'immer';
import * as interference from './interference';
import { describe, expect, it } from 'vitest';
import { changesBetween, withChanges } from './job-changes';
import { fitRun, OpenJob } from './open-job';
import { solidTasks } from './solid-tasks';

const demo = (id: string): Job => demoJobs().find((entry) => entry.id === id)!.job;
const arcade = demo('demo-arcade-drive');

/** Every number and flag of a document, as the way to it. */
function leavesOf(value: unknown, way: readonly (string | number)[] = []): (readonly (string | number)[])[] {
  if (typeof value === 'number' || typeof value === 'boolean') return [way];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => leavesOf(inner, [...way, key]));
}

/** The document with one number moved a little, or one flag turned. */
function nudged(job: Job, way: readonly (string | number)[], by: number): Job {
  return produce(job, (draft) => {
    let at = draft as unknown as Record<string | number, unknown>;
    for (const key of way.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
    const key = way[way.length - 1];
    const value = at[key];
    at[key] =
      typeof value === 'boolean'
        ? !value
        : Number.isInteger(value)
          ? Number(value) + 1
          : Number(value) * (1 + by);
  });
}

describe('changes between two states of a job', () => {
  it('are only what is new, and make the one from the other', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...demoJobs().map(({ job }) => job)),
        fc.nat(),
        fc.double({ min: -0.02, max: 0.02, noNaN: true }),
        (job, pick, by) => {
          const leaves = leavesOf(job);
          const after = nudged(job, leaves[pick % leaves.length], by);
          const changes = changesBetween(job, after);
          const parts = Object.values(changes.lists).reduce((sum, list) => sum + list.parts.length, 0);
          expect(parts + Object.keys(changes.values).length).toBeLessThanOrEqual(1);
          const crossed = withChanges(job, structuredClone(changes));
          expect(crossed).toEqual(after);
          for (const [i, wheel] of job.wheels.entries())
            if (after.wheels[i] === wheel) expect(crossed.wheels[i]).toBe(wheel);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('parts that go, come and change places', () => {
    const after: Job = {
      ...arcade,
      wheels: [...arcade.wheels.slice(2).reverse(), { ...arcade.wheels[0], id: 'new' }],
      backdrop: undefined,
      anchors: undefined,
    };
    const { anchors, ...rest } = after;
    expect(anchors).toBeUndefined();
    expect(withChanges(arcade, changesBetween(arcade, after))).toEqual(rest);
    expect(withChanges(after, changesBetween(after, arcade))).toEqual(arcade);
  });
});

describe('a job that is kept where it is fitted', () => {
  it('answers after any change what a fit of the whole document would', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...demoJobs().map(({ job }) => job)),
        fc.array(fc.tuple(fc.nat(), fc.double({ min: -0.02, max: 0.02, noNaN: true })), {
          minLength: 1,
          maxLength: 3,
        }),
        (first, nudges) => {
          let job = first;
          const open = new OpenJob(job);
          for (const { id } of job.runs) open.row(id, null);
          for (const [pick, by] of nudges) {
            const leaves = leavesOf(job);
            const after = nudged(job, leaves[pick % leaves.length], by);
            open.take(structuredClone(changesBetween(job, after)));
            job = after;
          }
          for (const { id } of job.runs) expect(open.row(id, null).reply).toEqual(fitRun(job, id));
        },
      ),
      { numRuns: 120 },
    );
  }, 180_000);

  it('fits only the rows that a wheel concerns, and sends no row that is known', () => {
    const open = new OpenJob(arcade);
    const before = new Map(arcade.runs.map(({ id }) => [id, open.row(id, null)]));
    const after = produce(arcade, (draft) => {
      draft.wheels.find(({ id }) => id === 'show-wheel')!.x += 3;
    });
    open.take(changesBetween(arcade, after));
    const again = after.runs.filter(({ id }) => open.row(id, before.get(id)!.version).reply !== null);
    expect(again.map(({ id }) => id)).toEqual(
      arcade.runs
        .filter(({ id }) =>
          inputsOfRun(arcade, id).includes(arcade.wheels.find((w) => w.id === 'show-wheel')),
        )
        .map(({ id }) => id),
    );
    expect(again).toHaveLength(1);
    // A name of the job concerns no row at all.
    open.take(changesBetween(after, { ...after, name: 'Another' }));
    for (const { id } of after.runs) expect(open.row(id, open.row(id, null).version).reply).toBeNull();
  });
});

describe('rows that cut into each other', () => {
  const slide = produce(demo('demo-coin-slide'), (draft) => {
    for (const run of draft.runs) delete run.sideways;
  });

  it('are told of with how deep they reach, which the other thread knows; without, whether they may', () => {
    const open = new OpenJob(slide);
    // What is not fitted cuts into nothing.
    expect(open.crossings(null, interference)).toEqual({ ok: true, value: [] });
    const rows = slide.runs.map(({ id }) => {
      const { reply } = open.row(id, null);
      if (!reply?.ok) throw new Error('not fitted');
      return { pieces: reply.value.setOut.pieces, onWheels: null };
    });
    expect(open.crossings(null, interference)).toEqual({ ok: true, value: 'may cross' });
    const reaches = solidTasks(() => Promise.resolve(null)).reaches(rows);
    if (!reaches.ok) throw new Error(reaches.message);
    const byRun = new Map(slide.runs.map(({ id }, i) => [id, reaches.value[i]]));
    expect(open.crossings(byRun, interference)).toMatchObject({
      ok: true,
      value: [{ run: 'row', other: 'hangers' }],
    });
    open.take(changesBetween(slide, demo('demo-coin-slide')));
    for (const { id } of slide.runs) open.row(id, null);
    expect(open.crossings(byRun, interference)).toEqual({ ok: true, value: [] });
  });
});

describe('a job of very many links', () => {
  const circle = (radius: number): Job['paths'][number] =>
    ({
      ...shapeJob('c', 'circle').paths[0],
      id: `r${radius}`,
      shape: { of: 'circle', x: 0, y: 0, radius },
    }) as never;

  it('is bounded in all: what comes beyond it is not fitted, and says why', () => {
    const job = shapeJob('Many', 'circle');
    const [run] = job.runs;
    const pitch = job.pieces[0].pitch;
    // Four rows of some 19,000 links: the fourth is one too many.
    const radius = (19_000 * pitch) / (2 * Math.PI);
    const many: Job = {
      ...job,
      paths: [circle(radius)],
      runs: [0, 1, 2, 3, 4].map((i) => ({ ...run, id: `run-${i}`, path: `r${radius}` })),
    };
    const open = new OpenJob(many);
    const ids = many.runs.map(({ id }) => id);
    const first = open.row(ids[0], null);
    expect(first.reply?.ok).toBe(true);
    const { rows } = open.rest(
      ids.slice(1).map((id) => ({ run: id, has: null })),
      ids[0],
    );
    expect(rows.map(({ reply }) => reply?.ok)).toEqual([true, true, true, false]);
    const last = rows[3].reply;
    expect(last && !last.ok && last.message).toMatch(/60,000 links or more/);
  });
});
