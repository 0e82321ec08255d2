import { measureMesh, meshVolume } from '@coin-relay/core/solid';
import { demoJobs, fittedRows, machineOf, precomputeFrames, type Machine } from '@coin-relay/model';
import { SceneSolids, standingBodies } from '@coin-relay/scene/solid';
import loadManifold from 'manifold-3d';
import type { Mesh, MeshPhongMaterial } from 'three';
import { MTLLoader } from 'three/examples/jsm/loaders/MTLLoader.js';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { describe, expect, it, vi } from 'vitest';
import { writeSceneObj, writeSceneStl, type StillAsked } from './meshes';

function machine(id: string): Machine {
  const { job } = demoJobs().find((entry) => entry.id === id)!;
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const ASKED: StillAsked = {
  ...{ frame: 9, tolerance: 0.4, wheels: true, weld: 'none', clearance: 0, unit: 'mm', scale: 1 },
  wasm: undefined,
};

/** What triangles hold, three corners each, mm³. */
const volumeOf = (corners: ArrayLike<number>): number =>
  meshVolume({
    positions: Float64Array.from(corners),
    triangles: Uint32Array.from({ length: corners.length / 3 }, (_, i) => i),
  });

describe('the bodies of a machine as meshes', () => {
  it.each(['demo-coin-lift', 'demo-winding-slide'])('%s: read back with the same weight', async (id) => {
    const made = machine(id);
    const scene = new SceneSolids(made, ASKED);
    const bodies = standingBodies(scene, scene.at(ASKED.frame));
    const weight = bodies.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
    for (const { mesh } of bodies) {
      const { openEdges, volume } = measureMesh(mesh);
      expect(openEdges).toBe(0);
      expect(volume).toBeGreaterThan(0);
    }
    const { content, facts, findings } = await writeSceneStl(made, ASKED);
    expect([facts.links, findings]).toEqual([bodies.length, []]);
    const read = new STLLoader().parse(content.buffer).getAttribute('position').array;
    expect(read.length / 9).toBe(bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0));
    expect(volumeOf(read) / weight).toBeCloseTo(1, 4);

    const objects: Mesh[] = [];
    const { obj, mtl } = (await writeSceneObj(made, ASKED, 'made.mtl', null)).content;
    expect(obj).toContain('\nmtllib made.mtl\n');
    new OBJLoader()
      .setMaterials(new MTLLoader().parse(mtl, ''))
      .parse(obj)
      .traverse((each) => {
        if ('isMesh' in each) objects.push(each as Mesh);
      });
    expect(objects).toHaveLength(bodies.length);
    const held = objects.reduce(
      (sum, { geometry }) => sum + volumeOf(geometry.getAttribute('position').array),
      0,
    );
    expect(held / weight).toBeCloseTo(1, 4);
    // Each has the colour that its piece is drawn in.
    objects.forEach(({ material }, i) => {
      const { color, name } = material as MeshPhongMaterial;
      expect(`#${color.getHexString()}`).toBe(bodies[i].material.colour.toLowerCase());
      expect(name).toBe(bodies[i].material.name.replace(/\W+/g, '_'));
    });
  });

  it('in inches, twice as large', async () => {
    const made = machine('demo-coin-lift');
    const weigh = async (asked: object): Promise<number> => {
      const { content } = await writeSceneStl(made, { ...ASKED, ...asked });
      return volumeOf(new STLLoader().parse(content.buffer).getAttribute('position').array);
    };
    expect((await weigh({ unit: 'in', scale: 2 })) / (await weigh({}))).toBeCloseTo((2 / 25.4) ** 3, 9);
  });

  it('too many triangles are refused with what to do', async () => {
    await expect(writeSceneStl(machine('demo-coin-lift'), { ...ASKED, tolerance: 0.001 })).rejects.toThrow(
      /coarser tolerance/,
    );
  });
});

describe('bodies welded, and set apart', async () => {
  const library = await loadManifold();
  library.setup();
  const { Manifold: Body, Mesh: Given } = library;
  /** A body as another library has it, which refuses any that is not closed. */
  const bodyOf = (corners: ArrayLike<number>): InstanceType<typeof Body> => {
    const mesh = new Given({
      numProp: 3,
      vertProperties: Float32Array.from(corners),
      triVerts: Uint32Array.from({ length: corners.length / 3 }, (_, i) => i),
    });
    mesh.merge();
    return new Body(mesh);
  };
  const read = async (
    asked: object,
    id = 'demo-coin-lift',
  ): Promise<{ body: InstanceType<typeof Body>; many: number }> => {
    const { content, facts, findings } = await writeSceneStl(machine(id), {
      ...ASKED,
      wheels: false,
      ...asked,
    });
    expect(findings).toEqual([]);
    return {
      body: bodyOf(new STLLoader().parse(content.buffer).getAttribute('position').array),
      many: facts.links,
    };
  };

  it('all of it is one body without anything inside it: it holds less than its parts together', async () => {
    const [parts, one] = [await read({}), await read({ weld: 'all' })];
    expect(one.many).toBe(1);
    expect(one.body.status()).toBe('NoError');
    // A chain goes round in itself: one body, with a hole through every bore that no pin fills.
    expect(one.body.decompose().length).toBeLessThan(parts.many / 10);
    expect(one.body.volume()).toBeLessThan(parts.body.volume());
    expect(one.body.volume()).toBeGreaterThan(0.7 * parts.body.volume());
  });

  it('of each piece one: as many as there are pieces', async () => {
    const made = machine('demo-coin-lift');
    const [{ fit }] = made.rows.values();
    const { many } = await read({ weld: 'pieces' });
    expect(many).toBeGreaterThanOrEqual(fit.count);
    expect(many).toBeLessThan(2 * fit.count);
  });

  it('between neighbours that turn on one another so much is left free', async () => {
    const clearance = 0.3;
    const { content } = await writeSceneObj(
      machine('demo-coin-lift'),
      { ...ASKED, wheels: false, tolerance: 0.02, weld: 'pieces', clearance },
      'x.mtl',
      null,
    );
    const bodies: { name: string; body: InstanceType<typeof Body> }[] = [];
    new OBJLoader().parse(content.obj).traverse((each) => {
      if ('isMesh' in each)
        bodies.push({
          name: each.name,
          body: bodyOf((each as Mesh).geometry.getAttribute('position').array),
        });
    });
    const number = (name: string): number => Number(/row_(\d+)/.exec(name)?.[1]);
    const at = (n: number): typeof bodies => bodies.filter(({ name }) => number(name) === n);
    let near = 0;
    for (const n of [3, 4, 20, 41]) {
      const [a, b] = [at(n), at(n + 1)];
      expect([a.length, b.length].every((many) => many > 0)).toBe(true);
      for (const one of a)
        for (const other of b) {
          const gap = one.body.minGap(other.body, 1);
          expect(gap).toBeGreaterThan(0.9 * clearance);
          if (gap < 1.3 * clearance) near++;
        }
    }
    // They touched before.
    expect(near).toBeGreaterThan(0);
  });
});

describe('pictures in an OBJ file', () => {
  it('lie along a band, whole ones in each repeat, each painted once into a file of its own', async () => {
    const png = Uint8Array.from([1, 2, 3]);
    const bake = vi.fn(() => Promise.resolve({ png, border: [0, 0] as const }));
    const made = await writeSceneObj(machine('demo-swan-boats'), ASKED, 'canal.mtl', bake);
    const { obj, mtl, pictures } = made.content;
    expect(pictures.map(({ name }) => name)).toEqual(['picture-1.png']);
    expect(bake).toHaveBeenCalledTimes(1);
    expect(mtl).toContain('map_Kd picture-1.png');
    const rows = obj.split('\n');
    const spots = rows
      .filter((row) => row.startsWith('vt '))
      .map((row) => row.split(' ').slice(1).map(Number));
    let whole = 0;
    for (const row of rows.filter((each) => each.startsWith('f ') && each.includes('/'))) {
      const q = row
        .split(' ')
        .slice(1)
        .map((cell) => spots[Number(cell.split('/')[1]) - 1]);
      whole +=
        Math.abs((q[1][0] - q[0][0]) * (q[2][1] - q[0][1]) - (q[2][0] - q[0][0]) * (q[1][1] - q[0][1])) / 2;
    }
    // Above and below: each of the 26 repeats has the whole picture once on both.
    expect(whole).toBeCloseTo(2 * 26, 1);
    // Read by the library's own loader it is what it was, closed or not, with places on the picture.
    const read: Mesh[] = [];
    new OBJLoader().parse(obj).traverse((each) => {
      if ('isMesh' in each) read.push(each as Mesh);
    });
    const pictured = read.filter(({ material }) => Array.isArray(material));
    expect(pictured).toHaveLength(1);
    expect(pictured[0].geometry.getAttribute('uv').count).toBeGreaterThan(0);
    expect((await writeSceneObj(machine('demo-swan-boats'), ASKED, 'x.mtl', null)).content.mtl).not.toContain(
      'map_Kd',
    );
  });
});
