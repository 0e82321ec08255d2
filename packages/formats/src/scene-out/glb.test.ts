import { WebIO } from '@gltf-transform/core';
import {
  behaviourOf,
  demoJobs,
  fittedRows,
  machineOf,
  precomputeFrames,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { placements } from '@coin-relay/scene/solid';
import { validateBytes } from 'gltf-validator';
import { AnimationMixer, Matrix4, Vector3, type Object3D } from 'three';
import { GLTFLoader, type GLTF } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { describe, expect, it } from 'vitest';
import { writeSceneGlb, type GlbAsked } from './glb';

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
