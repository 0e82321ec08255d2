import { describe, expect, it } from 'vitest';
import type { Reply } from './reply';
import { SolidPool } from './solid-pool.service';
import type { MadeSolid } from './solid-tasks';

const REQUEST = { kind: 'plates', plates: [] } as const;

/** A pool whose thread answers with solids of so many triangles. */
function poolOf(triangles: number): SolidPool {
  const part = { triangles: { length: 3 * triangles } };
  const reply = { ok: true, value: { parts: [part], main: '' } } as unknown as Reply<MadeSolid>;
  return Object.assign(new SolidPool(), { run: () => Promise.resolve(reply) });
}
const { signal } = new AbortController();

describe('solids that are kept', () => {
  it('are there at once when they are asked for again', async () => {
    const pool = poolOf(10);
    const made = await pool.solid('one', REQUEST, 1, signal);
    expect(pool.known('one')).toBe(made);
  });

  it('are forgotten, the first ones first, once there are too many triangles of them', async () => {
    const pool = poolOf(600_000);
    for (const key of ['one', 'two', 'three', 'four']) await pool.solid(key, REQUEST, 1, signal);
    expect(['one', 'two', 'three', 'four'].map((key) => pool.known(key) !== undefined)).toEqual([
      false,
      true,
      true,
      true,
    ]);
  });

  it('what was refused for its own sake is kept, what was stopped is asked for again', async () => {
    const refused: Reply<MadeSolid> = { ok: false, code: 'solid-invalid', message: 'No.', wheels: [] };
    const pool = Object.assign(new SolidPool(), { run: () => Promise.resolve(refused) });
    await pool.solid('one', REQUEST, 1, signal);
    expect(pool.known('one')).toBe(refused);
    Object.assign(pool, { run: () => Promise.resolve({ ...refused, code: 'internal' }) });
    await pool.solid('two', REQUEST, 1, signal);
    expect(pool.known('two')).toBeUndefined();
  });
});
