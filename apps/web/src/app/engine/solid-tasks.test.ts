import { bushing, measureMesh } from '@coin-relay/core/solid';
import { writeStl } from '@coin-relay/formats/solid';
import { CATALOGUE, solidPiece, type KeptSolid } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { solidTasks } from './solid-tasks';

const none = (): Promise<null> => Promise.resolve(null);

describe('the thread that makes solids', () => {
  const [chain] = CATALOGUE.find(({ id }) => id === 'chain-08B')!.make().pieces;

  it('answers with all that is drawn of a solid', async () => {
    const reply = await solidTasks(none).make(
      { kind: 'piece', piece: chain, span: chain.pitch, wire: 0 },
      0.1,
    );
    if (!reply.ok) throw new Error(reply.message);
    expect(reply.value.main).toBe('steel');
    expect(reply.value.problem).toBeUndefined();
    for (const { positions, normals, triangles, edges, outline } of reply.value.parts) {
      expect(normals).toHaveLength(positions.length);
      expect(Math.max(...triangles)).toBeLessThan(positions.length / 3);
      expect(Math.max(...outline.triangles)).toBeLessThan(outline.positions.length / 3);
      expect(edges.length % 6).toBe(0);
    }
  });

  it('says in words what cannot be made', async () => {
    const reply = await solidTasks(none).make(
      { kind: 'plates', plates: [{ d: 'M0 0L1 0L1 1Z', low: 2, high: 2, material: 'steel' }] },
      0.1,
    );
    expect(reply).toMatchObject({ ok: false, code: 'solid-invalid' });
  });
});

describe('pieces of bodies that the server keeps', () => {
  const body = bushing(0, 8, 6, 2, 0.05);
  const kept: KeptSolid = {
    kept: 'b'.repeat(64),
    file: 'bushing.stl',
    triangles: body.triangles.length / 3,
    openEdges: 0,
    bounds: [...measureMesh(body).bounds],
    place: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0],
  };
  const silhouette = 'M0 -6H8V6H0Z';
  const piece = solidPiece('own', 'Bushing', 'bushing.stl', [{ solid: kept, material: 'brass', silhouette }]);
  const request = { kind: 'piece', piece, span: piece.pitch, wire: 0 } as const;
  /** A server that counts how often it is asked. */
  const serverOf = (
    bytes: Uint8Array | null,
  ): { asked: string[]; load: (hash: string) => Promise<Uint8Array | null> } => {
    const asked: string[] = [];
    return {
      asked,
      load: (hash) => {
        asked.push(hash);
        return Promise.resolve(bytes);
      },
    };
  };

  it('are these bodies, each asked for once', async () => {
    const { asked, load } = serverOf(writeStl(body, 'bushing'));
    const tasks = solidTasks(load);
    for (let k = 0; k < 2; k++) {
      const reply = await tasks.make(request, 0.1);
      if (!reply.ok) throw new Error(reply.message);
      expect(reply.value.problem).toBeUndefined();
      expect(reply.value.parts[0].triangles).toHaveLength(body.triangles.length);
      expect(reply.value.parts[0].material).toBe('brass');
    }
    expect(asked).toEqual([kept.kept]);
  });

  it('are plates where the server has them no more, and that is said', async () => {
    const reply = await solidTasks(none).make(request, 0.1);
    if (!reply.ok) throw new Error(reply.message);
    expect(reply.value.problem).toMatch(/The body of bushing.stl is not kept here/);
    expect(reply.value.parts[0].triangles.length).toBeGreaterThan(0);
  });

  it('what comes broken or not at all is refused in words', async () => {
    const broken = await solidTasks(() => Promise.resolve(new Uint8Array(90))).make(request, 0.1);
    expect(broken).toMatchObject({ ok: false, code: 'solid-file-invalid' });
    const lost = await solidTasks(() => Promise.reject(new Error('no net'))).make(request, 0.1);
    expect(lost).toMatchObject({ ok: false, code: 'internal' });
  });

  it('cover in plan what they do as they stand', async () => {
    const { load } = serverOf(writeStl(body, 'bushing'));
    const across = { ...kept, place: [0, 1, 0, 5, 0, 0, 1, 0, 1, 0, 0, 0] };
    const reply = await solidTasks(load).silhouettes([kept, across]);
    if (!reply.ok) throw new Error(reply.message);
    // From the side a plain rectangle; along its bore a ring.
    expect(reply.value.map((data) => data.match(/M/g)?.length)).toEqual([1, 2]);
    expect(await solidTasks(none).silhouettes([kept])).toMatchObject({ ok: false });
  });
});
