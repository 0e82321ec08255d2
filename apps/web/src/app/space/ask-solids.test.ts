import { describe, expect, it } from 'vitest';
import type { SolidPool } from '../engine/solid-pool.service';
import { failed, type Reply } from '../engine/reply';
import type { MadeSolid } from '../engine/solid-tasks';
import { AskedSolids, type Making } from './ask-solids';

const REQUEST = { kind: 'plates', plates: [] } as const;
const SOLID: Reply<MadeSolid> = { ok: true, value: { parts: [], main: 'steel' } };

/** A pool whose answers are given by hand. */
function byHand(): { pool: SolidPool; answer: (reply: Reply<MadeSolid>) => Promise<void> } {
  const asked: ((reply: Reply<MadeSolid>) => void)[] = [];
  const pool = {
    known: () => undefined,
    solid: () => new Promise((resolve) => asked.push(resolve)),
  } as unknown as SolidPool;
  return {
    pool,
    answer: async (reply) => {
      asked.shift()!(reply);
      await Promise.resolve();
    },
  };
}

describe('solids that a view asks for', () => {
  it('are told once they are made, and counted until then', async () => {
    const { pool, answer } = byHand();
    const asked = new AskedSolids(pool);
    const said: Making[] = [];
    asked.making$.subscribe((making) => said.push(making));
    const came: MadeSolid[] = [];
    asked.ask(REQUEST, 1, new AbortController().signal, (solid) => came.push(solid));
    await answer(SOLID);
    expect(came).toHaveLength(1);
    expect(said.map(({ waiting }) => waiting)).toEqual([0, 1, 0]);
  });

  it('are not told to an owner that is gone, and are waited for no more; nor is that a problem', async () => {
    const { pool, answer } = byHand();
    const asked = new AskedSolids(pool);
    let now: Making | null = null;
    asked.making$.subscribe((making) => (now = making));
    const owner = new AbortController();
    const came: MadeSolid[] = [];
    asked.ask(REQUEST, 1, owner.signal, (solid) => came.push(solid));
    owner.abort();
    await answer(failed('It was stopped.'));
    expect(came).toEqual([]);
    expect(now).toEqual({ waiting: 0, problems: [] });
  });

  it('that cannot be made are said, once', async () => {
    const { pool, answer } = byHand();
    const asked = new AskedSolids(pool);
    let now: Making | null = null;
    asked.making$.subscribe((making) => (now = making));
    for (let k = 0; k < 2; k++) {
      asked.ask(REQUEST, 1, new AbortController().signal, () => undefined);
      await answer(failed('An outline crosses itself.'));
    }
    expect(now).toEqual({ waiting: 0, problems: ['An outline crosses itself.'] });
  });
});
