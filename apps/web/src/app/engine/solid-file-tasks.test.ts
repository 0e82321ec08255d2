import { bushing } from '@coin-relay/core/solid';
import { writeStl } from '@coin-relay/formats/solid';
import { readKept } from '@coin-relay/formats/solid-kept';
import { describe, expect, it } from 'vitest';
import { solidFileTasks } from './solid-file-tasks';

const body = bushing(0, 8, 6, 2, 0.01);
const file = (bytes: Uint8Array, name: string): File => new File([Uint8Array.from(bytes)], name);

describe('the thread that reads files of solids', () => {
  it('offers what is in a file, as it will be kept', async () => {
    const tasks = solidFileTasks();
    const reply = await tasks.read(file(writeStl(body, 'x'), 'bushing.stl'), { unit: 10 });
    if (!reply.ok) throw new Error(reply.message);
    const { kind, sized, bodies, trianglesMended } = reply.value;
    expect([kind, sized, bodies.length, trianglesMended]).toEqual([
      'STL',
      false,
      1,
      body.triangles.length / 3,
    ]);
    const [offered] = bodies;
    expect(offered.measures.bounds[3]).toBeCloseTo(80, 4);
    expect(readKept(offered.stl).triangles).toHaveLength(body.triangles.length);
    expect(offered.drawn.triangles).toHaveLength(body.triangles.length);
  });

  it('reads a file once, however often it is asked how it would be otherwise; another one anew', async () => {
    const tasks = solidFileTasks();
    const first = file(writeStl(body, 'x'), 'bushing.stl');
    const sizes = [];
    for (const unit of [1, 25.4]) {
      const reply = await tasks.read(first, { unit });
      sizes.push(reply.ok ? reply.value.bodies[0].measures.bounds[3] : reply.message);
    }
    expect(sizes[1]).toBeCloseTo(8 * 25.4, 3);
    const thin = await tasks.read(first, { triangles: 60 });
    expect(thin.ok && thin.value.bodies[0].measures.triangles).toBeLessThanOrEqual(60);
    expect(await tasks.read(file(new Uint8Array(10), 'other.stl'), {})).toMatchObject({
      ok: false,
      code: 'solid-file-invalid',
    });
    expect((await tasks.read(first, {})).ok).toBe(true);
  });

  it('does not load what is too large', async () => {
    const large = {
      name: 'large.stl',
      size: 61e6,
      lastModified: 0,
      arrayBuffer: () => expect.fail('loaded'),
    };
    const reply = await solidFileTasks().read(large as unknown as File, {});
    expect(reply).toMatchObject({ ok: false, code: 'solid-file-invalid' });
    expect(!reply.ok && reply.message).toContain('61 MB, and 60 MB are read at the most');
  });
});
