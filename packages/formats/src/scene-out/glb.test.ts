import type { Mesh as SolidMesh } from '@coin-relay/core/solid';
import { WebIO } from '@gltf-transform/core';
import {
  behaviourOf,
  demoJobs,
  fittedRows,
  machineOf,
  precomputeFrames,
  type Job,
  type Machine,
  type Material,
} from '@coin-relay/model';
import { placements, SceneSolids } from '@coin-relay/scene/solid';
import { validateBytes } from 'gltf-validator';
import { PNG } from 'pngjs';
import { AnimationMixer, InstancedMesh, Matrix4, Vector3, type Line, type Mesh, type Object3D } from 'three';
import { GLTFLoader, type GLTF } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { describe, expect, it, vi } from 'vitest';
import { writeSceneGlb, type GlbAsked } from './glb';
import { shapesOver } from './moving-shapes';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
function machine(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const ASKED: GlbAsked = { from: 0, to: 0, stray: 0.05, tolerance: 0.3, wheels: true };
const written = (made: Machine, asked: Partial<GlbAsked> = {}) => writeSceneGlb(made, { ...ASKED, ...asked });
const loaded = (bytes: Uint8Array<ArrayBuffer>): Promise<GLTF> =>
  new GLTFLoader().parseAsync(bytes.buffer, '');
async function expectValid(bytes: Uint8Array): Promise<void> {
  const { issues } = await validateBytes(bytes);
  expect([issues.numErrors, issues.numWarnings]).toEqual([0, 0]);
}

/** Where the nodes of a loaded scene are, by their names, in mm and in the axes of the job. */
function standing(scene: Object3D, lying = false): Map<string, Matrix4> {
  scene.updateMatrixWorld(true);
  const back = new Matrix4().makeScale(1000, 1000, 1000);
  if (lying) back.multiply(new Matrix4().makeRotationX(Math.PI / 2));
  const found = new Map<string, Matrix4>();
  scene.traverse((node) => {
    const name: unknown = node.userData['name'] ?? node.name;
    found.set(String(name), back.clone().multiply(node.matrixWorld));
  });
  return found;
}

describe('a machine as binary glTF', () => {
  it.each([
    'demo-coin-lift',
    'demo-arcade-drive',
    'demo-winding-slide',
    'demo-counterweight-chain',
    'demo-bellows-seam',
  ])('%s: the validator has no error, and three finds every piece where it stands', async (id) => {
    const made = machine(demo(id));
    const { bytes, facts } = await written(made, { from: 7, to: 7 });
    await expectValid(bytes);
    const { scene } = await loaded(bytes);
    const nodes = standing(scene, made.job.stands === 'lying');
    const bending = new Set(
      made.job.pieces.flatMap((each) => (behaviourOf(each) === 'bending' ? [each.id] : [])),
    );
    let looked = 0;
    for (const { run, place, row, twin, piece, matrix } of placements(made, { from: 7, to: 7 })) {
      // three takes what may not be in a path out of names.
      const name = `${run}/${place}${row > 1 ? `/row-${row}` : ''}${twin ? '/twin' : ''}`;
      const node = nodes.get(name) ?? nodes.get(name.replaceAll('/', ''));
      if (place === null || bending.has(piece)) continue;
      if (!node) throw new Error(`${name} is not there`);
      matrix.forEach((value, i) => expect(Math.abs(node.elements[i] - value)).toBeLessThan(1e-3));
      looked++;
    }
    expect(looked).toBeGreaterThan(10);
    expect(facts.nodes).toBeGreaterThanOrEqual(looked);
    expect(facts.keys).toBe(0);
  });

  it('moves: at any time every link is where the job has it, within what was asked; the loop ends as it begins', async () => {
    const lift = machine(demo('demo-coin-lift'));
    const { bytes, facts } = await written(lift, { from: 0, to: lift.frames });
    await expectValid(bytes);
    expect(facts.stray).toBeLessThanOrEqual(0.05);
    const { scene, animations } = await loaded(bytes);
    const mixer = new AnimationMixer(scene);
    mixer.clipAction(animations[0]).play();
    const rate = lift.job.motion.framesPerSecond;
    for (const frame of [0, 1, 13, 60, lift.frames - 1]) {
      mixer.setTime(frame / rate);
      const nodes = standing(scene);
      for (const { run, place, matrix } of placements(lift, { from: frame, to: frame })) {
        const node = nodes.get(`${run}/${place}`) ?? nodes.get(`${run}${place}`)!;
        const away = new Vector3().setFromMatrixPosition(node);
        expect(away.distanceTo(new Vector3(matrix[12], matrix[13], matrix[14]))).toBeLessThan(0.06);
      }
    }
    // Its last keys are its first ones, each of a link some places further on.
    const { animations: told } = JSON.parse(
      new TextDecoder().decode(bytes.subarray(20, 20 + new DataView(bytes.buffer).getUint32(12, true))),
    ) as { animations: { channels: unknown[] }[] };
    expect(told[0].channels.length).toBeGreaterThan(90);
    const places = (frame: number): string[] =>
      placements(lift, { from: frame, to: frame })
        .map(({ position }) => position.map((value) => (value + 0).toFixed(3)).join(' '))
        .sort();
    expect(places(lift.frames)).toEqual(places(0));
  });

  it('keys are as few as what may be strayed allows', async () => {
    const lift = machine(demo('demo-coin-lift'));
    const all = await written(lift, { to: lift.frames, stray: 0 });
    const few = await written(lift, { to: lift.frames, stray: 1 });
    expect(all.facts).toMatchObject({ keys: lift.frames + 1, stray: 0 });
    expect(few.facts.keys).toBeLessThan(all.facts.keys / 2);
    expect(few.facts.stray).toBeLessThanOrEqual(1);
    expect(few.bytes.length).toBeLessThan(all.bytes.length);
  });

  it('what comes in and leaves is shrunk to nothing while it is not there', async () => {
    const job = demo('demo-barrier-chain');
    const run = job.runs[0].id;
    job.motion = { ...job.motion, drives: [{ run, pitches: 4 }] };
    const chain = machine(job);
    const { bytes } = await written(chain, { from: 0, to: 60 });
    await expectValid(bytes);
    const { scene, animations } = await loaded(bytes);
    const mixer = new AnimationMixer(scene);
    mixer.clipAction(animations[0]).play();
    for (const frame of [0, 17, 40, 60]) {
      mixer.setTime(frame / chain.job.motion.framesPerSecond);
      const shown = [...standing(scene)].filter(([name, m]) => {
        const [x, y, z] = m.elements;
        return new RegExp(`^${run}/?-?\\d+$`).test(name) && Math.hypot(x, y, z) > 0.1;
      });
      expect(shown).toHaveLength(placements(chain, { from: frame, to: frame }).length);
    }
  });

  it('what nothing moves in has no animation', async () => {
    const slide = machine(demo('demo-winding-slide'));
    const { bytes } = await written(slide, { from: 0, to: 12, runs: [slide.job.runs[0].id] });
    await expectValid(bytes);
    expect((await loaded(bytes)).animations).toEqual([]);
  });

  it('one mesh a piece, however many links there are', async () => {
    const { bytes, facts } = await written(machine(demo('demo-coin-lift')));
    const document = await new WebIO().readBinary(bytes);
    expect(document.getRoot().listMeshes().length).toBeLessThan(10);
    expect(facts.nodes).toBeGreaterThan(90);
  });

  it('more poses than are written at once are refused', async () => {
    await expect(written(machine(demo('demo-coin-lift')), { to: 100_000 })).rejects.toThrow(
      /more than 2,000,000 poses/,
    );
  });
});

/** The corners of a loaded mesh as its morph targets have them now, mm, in the axes of the job. */
function cornersNow(mesh: Mesh, lying = false): Vector3[] {
  mesh.updateWorldMatrix(true, false);
  const back = new Matrix4().makeScale(1000, 1000, 1000);
  if (lying) back.multiply(new Matrix4().makeRotationX(Math.PI / 2));
  const { count } = mesh.geometry.getAttribute('position');
  return Array.from({ length: count }, (_, i) =>
    mesh.getVertexPosition(i, new Vector3()).applyMatrix4(mesh.matrixWorld).applyMatrix4(back),
  );
}

/** How far the corners of a mesh are from where it has them, mm. */
const farthest = (corners: readonly Vector3[], { positions }: SolidMesh): number =>
  Math.max(...corners.map((corner, i) => corner.distanceTo(new Vector3().fromArray(positions, 3 * i))));

describe('what changes its shape', () => {
  it('pieces that bend move by morph targets: at every frame their corners are where the scene has them', async () => {
    const job = demo('demo-winding-slide');
    job.motion.drives = job.runs.map(({ id }) => ({ run: id, pitches: 1 }));
    const seam = machine(job);
    const to = 24;
    const { bytes, facts } = await written(seam, { from: 0, to, stray: 0.1, machine: false, wheels: false });
    await expectValid(bytes);
    expect(facts.stray).toBeGreaterThan(0);
    expect(facts.stray).toBeLessThanOrEqual(0.1);
    const { scene, animations } = await loaded(bytes);
    const mixer = new AnimationMixer(scene);
    mixer.clipAction(animations[0]).play();
    const bent = new SceneSolids(seam, { ...ASKED, machine: false, wheels: false });
    let looked = 0;
    for (const frame of [0, 5, 13, to]) {
      mixer.setTime(Math.min(frame / job.motion.framesPerSecond, animations[0].duration - 1e-6));
      for (const { nodes, bodies } of bent.shapesAt(frame)) {
        const node = scene.getObjectByName(nodes[0].id.replaceAll('/', ''));
        if (!node) throw new Error(`${nodes[0].id} is not there`);
        const meshes: Mesh[] = [];
        node.traverse((each) => {
          if ((each as Mesh).isMesh) meshes.push(each as Mesh);
        });
        expect(meshes).toHaveLength(bodies.length);
        meshes.forEach((mesh, b) => {
          expect(farthest(cornersNow(mesh, job.stands === 'lying'), bodies[b].mesh)).toBeLessThan(0.11);
        });
        looked++;
      }
    }
    expect(looked).toBeGreaterThan(20);
  });

  it('springs and ropes move with their ends', async () => {
    const drive = machine(demo('demo-arcade-drive'));
    const asked = { from: 0, to: 60, machine: true, runs: [], tolerance: 1, stray: 0.5 };
    const { bytes } = await written(drive, asked);
    await expectValid(bytes);
    const { scene, animations } = await loaded(bytes);
    const mixer = new AnimationMixer(scene);
    mixer.clipAction(animations[0]).play();
    const ties = new SceneSolids(drive, { ...ASKED, ...asked }).shapesAt(31);
    expect(ties.length).toBeGreaterThan(0);
    mixer.setTime(31 / drive.job.motion.framesPerSecond);
    for (const { key, bodies } of ties) {
      const mesh = scene.getObjectByName(key.replaceAll('/', '')) as Mesh;
      expect(farthest(cornersNow(mesh), bodies[0].mesh)).toBeLessThan(0.51);
    }
  });

  it('more corners than are written at once are refused, with what to do', () => {
    const scene = {
      shapesAt: (frame: number) => [
        {
          ...{ key: 'long', name: 'long', nodes: [] },
          bodies: [
            {
              material: {} as Material,
              mesh: {
                positions: new Float64Array(9_000_000).fill(frame ** 2),
                triangles: new Uint32Array(0),
              },
            },
          ],
        },
      ],
    };
    expect(() => shapesOver(scene as unknown as SceneSolids, 0, 30, 0)).toThrow(
      /takes more than 240 MB in \d+ of 31 frames/,
    );
  });
});

describe('what is asked for besides', () => {
  it('instances: a node for all places of a piece, where the others have one each (read by three)', async () => {
    const lift = machine(demo('demo-coin-lift'));
    const each = await written(lift, { from: 5, to: 5 });
    const { bytes, facts } = await written(lift, { from: 5, to: 5, instances: true });
    await expectValid(bytes);
    expect(facts).toEqual(each.facts);
    expect(bytes.length).toBeLessThan(each.bytes.length);
    const { scene } = await loaded(bytes);
    scene.updateMatrixWorld(true);
    const found = new Map<string, Vector3>();
    scene.traverse((node) => {
      if (!(node instanceof InstancedMesh)) return;
      const names = (node.userData['places'] ?? node.parent?.userData['places']) as string[];
      expect(names).toHaveLength(node.count);
      const m = new Matrix4();
      for (let i = 0; i < node.count; i++) {
        node.getMatrixAt(i, m);
        found.set(
          names[i],
          new Vector3().setFromMatrixPosition(m.premultiply(node.matrixWorld)).multiplyScalar(1000),
        );
      }
    });
    const asked = placements(lift, { from: 5, to: 5 });
    for (const { run, place, matrix } of asked)
      expect(
        found.get(`${run}/${place}`)?.distanceTo(new Vector3(matrix[12], matrix[13], matrix[14])),
      ).toBeLessThan(1e-3);
    expect(asked.length).toBeGreaterThan(50);
    await expect(written(lift, { from: 0, to: 9, instances: true })).rejects.toThrow(/Instances stand still/);
  });

  it('paths and marks of places that are left out are lines', async () => {
    const job = demo('demo-prize-carousel');
    const gaps = job.runs.flatMap(({ setOut }) => setOut?.byHand ?? []).filter(({ leftOut }) => leftOut);
    expect(gaps.length).toBeGreaterThan(0);
    const { bytes } = await written(machine(job), { path: true, marks: true });
    await expectValid(bytes);
    const { scene } = await loaded(bytes);
    scene.updateMatrixWorld(true);
    const marks = new Set<string>();
    const ends: Vector3[] = [];
    scene.traverse((node) => {
      if (!(node as Line).isLine) return;
      const name = String(node.userData['name'] ?? node.parent?.userData['name'] ?? node.name);
      const places = (node as Line).geometry.getAttribute('position');
      if (/left-?out/.test(name)) marks.add(node.parent?.name ?? '');
      else
        for (const i of [0, places.count - 1])
          ends.push(node.localToWorld(new Vector3().fromBufferAttribute(places, i)));
    });
    expect(marks.size).toBe(gaps.length);
    // Each path closes on itself.
    expect(ends).toHaveLength(2 * job.runs.length);
    for (let i = 0; i < ends.length; i += 2) expect(ends[i].distanceTo(ends[i + 1])).toBeLessThan(1e-6);
  });

  it('a picture lies on the faces that look to the front and the back, and nowhere else', async () => {
    const job = demo('demo-coin-lift');
    const [piece] = job.pieces;
    const laid = { picture: 'a'.repeat(64), x: -4, y: 6, width: 8, height: 12 };
    piece.finish = { material: null, line: true, picture: laid };
    const png = Uint8Array.from(PNG.sync.write(new PNG({ width: 8, height: 12 })));
    const bake = vi.fn(() => Promise.resolve({ png, border: [0.125, 0.1] as const }));
    const { bytes } = await written(machine(job), { bake });
    await expectValid(bytes);
    expect(bake).toHaveBeenCalled();
    const root = (await new WebIO().readBinary(bytes)).getRoot();
    expect(root.listTextures()).toHaveLength(1);
    const textured = root
      .listMeshes()
      .flatMap((mesh) => mesh.listPrimitives())
      .filter((primitive) => primitive.getAttribute('TEXCOORD_0'));
    expect(textured.length).toBeGreaterThan(0);
    for (const primitive of textured) {
      const [places, spots] = ['POSITION', 'TEXCOORD_0'].map((name) => primitive.getAttribute(name)!);
      for (let i = 0; i < places.getCount(); i++) {
        const [x, y] = places.getElement(i, [0, 0, 0]);
        const [u, v] = spots.getElement(i, [0, 0]);
        // The upper left corner of the picture is where its border ends.
        expect(u).toBeCloseTo(0.125 + ((x - laid.x) / laid.width) * 0.75, 4);
        expect(v).toBeCloseTo(0.1 + ((laid.y - y) / laid.height) * 0.8, 4);
      }
    }
  });

  it('a picture goes along a band, a whole one in each of its repeats, on what looks up and down', async () => {
    const job = demo('demo-swan-boats');
    const png = Uint8Array.from(PNG.sync.write(new PNG({ width: 8, height: 8 })));
    const bake = vi.fn(() => Promise.resolve({ png, border: [0, 0] as const }));
    const { bytes } = await written(machine(job), { bake });
    await expectValid(bytes);
    const textured = (await new WebIO().readBinary(bytes))
      .getRoot()
      .listMeshes()
      .flatMap((mesh) => mesh.listPrimitives())
      .filter((primitive) => primitive.getAttribute('TEXCOORD_0'));
    expect(textured).toHaveLength(1);
    const [places, spots] = ['POSITION', 'TEXCOORD_0'].map((name) => textured[0].getAttribute(name)!);
    let [area, whole] = [0, 0];
    for (let t = 0; t < places.getCount(); t += 3) {
      const [p, q] = [places, spots].map((of) => [0, 1, 2].map((i) => of.getElement(t + i, [])));
      // Within one repeat, to rounding.
      for (const [u, v] of q)
        for (const value of [u, v]) expect(Math.abs(value - 0.5)).toBeLessThan(0.5 + 1e-3);
      const side = (i: number): Vector3 => new Vector3(...p[i]).sub(new Vector3(...p[0]));
      area += side(1).cross(side(2)).length() / 2;
      whole +=
        Math.abs((q[1][0] - q[0][0]) * (q[2][1] - q[0][1]) - (q[2][0] - q[0][0]) * (q[1][1] - q[0][1])) / 2;
    }
    // Above and below: each repeat has the whole picture once on both.
    expect(whole).toBeCloseTo(2 * 26, 2);
    expect(area / (2 * 73 * 2342.66)).toBeCloseTo(1, 2);
  });
});
