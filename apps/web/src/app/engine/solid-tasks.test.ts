import { CATALOGUE } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { solidTasks } from './solid-tasks';

describe('the thread that makes solids', () => {
  const [chain] = CATALOGUE.find(({ id }) => id === 'chain-08B')!.make().pieces;

  it('answers with all that is drawn of a solid', () => {
    const reply = solidTasks().make({ kind: 'piece', piece: chain, span: chain.pitch, wire: 0 }, 0.1);
    if (!reply.ok) throw new Error(reply.message);
    expect(reply.value.main).toBe('steel');
    for (const { positions, normals, triangles, edges, outline } of reply.value.parts) {
      expect(normals).toHaveLength(positions.length);
      expect(Math.max(...triangles)).toBeLessThan(positions.length / 3);
      expect(Math.max(...outline.triangles)).toBeLessThan(outline.positions.length / 3);
      expect(edges.length % 6).toBe(0);
    }
  });

  it('says in words what cannot be made', () => {
    if (chain.family !== 'roller-chain') throw new Error('no chain');
    const reply = solidTasks().make(
      { kind: 'plates', plates: [{ d: 'M0 0L1 0L1 1Z', low: 2, high: 2, material: 'steel' }] },
      0.1,
    );
    expect(reply).toMatchObject({ ok: false, code: 'solid-invalid' });
  });
});
