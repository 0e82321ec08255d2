import { parseJob, shapeJob, type Job, type PathOf } from '@coin-relay/model';
import { produce } from 'immer';
import { describe, expect, it } from 'vitest';
import { edit } from '../history';
import { layStrands, linesBeside } from './strands';

const winding: PathOf<'winding'> = {
  ...{ kind: 'winding', id: 'first', name: 'Round the ring', of: 'loop', phase: 0.2 },
  wound: { by: 'own', figure: 'round', radius: 6, depth: 3, turns: 9, hand: 'right' },
};
const begun = (): Job => {
  const base = shapeJob('Ring', 'circle');
  const [loop] = base.paths;
  return parseJob({
    ...base,
    paths: [{ ...loop, id: 'loop' }, winding],
    runs: [{ ...base.runs[0], path: 'first' }],
    motion: { ...base.motion, drives: [{ run: base.runs[0].id, pitches: 4 }] },
  });
};
const laid = (job: Job, lines: number, laps = 1): Job =>
  parseJob(produce(job, layStrands(job, winding, lines, laps).recipe));

describe('strands laid beside a winding', () => {
  it('each wind as it does, turned by its part, and carry what its row does', () => {
    const job = laid(begun(), 3);
    expect(linesBeside(job, 'first')).toBe(3);
    expect(job.paths.slice(2)).toMatchObject(
      [1, 2].map((k) => ({ of: 'first', phase: (2 * Math.PI * k) / 3, wound: { by: 'like' } })),
    );
    expect(job.runs.map(({ path }) => path)).toEqual(['first', job.paths[2].id, job.paths[3].id]);
    expect(job.motion.drives.map(({ pitches }) => pitches)).toEqual([4, 4, 4]);
  });

  it('are laid anew where there are more or fewer; nothing of the others is left', () => {
    const job = laid(laid(begun(), 5), 2);
    expect([job.paths.length, job.runs.length, job.motion.drives.length]).toEqual([3, 2, 2]);
    expect(laid(job, 1)).toMatchObject({
      paths: [{ id: 'loop' }, { id: 'first' }],
      runs: [{ path: 'first' }],
    });
  });

  it('are refused where they would be more rows than a job may have', () => {
    const two = produce(begun(), (draft) => {
      draft.runs.push({ ...draft.runs[0], id: 'second' });
    });
    const { recipe, label } = layStrands(two, winding, 36, 1);
    const next = edit({ job: two, history: { edits: [], done: 0 } }, label, recipe);
    expect(next).toMatchObject({
      words: '“Lay strands” cannot be: a job has at most 50 rows, and it would have 72.',
    });
  });

  it('lie between the strands that each of them is seen as, where it goes round several times', () => {
    const job = laid(begun(), 2, 3);
    expect(job.paths[2]).toMatchObject({ phase: (2 * Math.PI) / 6 });
  });
});
