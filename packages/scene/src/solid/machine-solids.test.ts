import { measureMesh, meshVolume } from '@coin-relay/core/solid';
import { demoJobs, fittedRows, machineOf, precomputeFrames, type Machine } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { machineParts } from '../machine-parts';
import { BETWEEN, SceneSolids, standingBodies } from './index';

const { job } = demoJobs().find(({ id }) => id === 'demo-arcade-drive')!;
const rows = fittedRows(job);
const machine: Machine = machineOf(job, rows, precomputeFrames(job, rows));
const asked = { wheels: false, machine: true, tolerance: 0.1 };

describe('what lies between the rows, as solids', () => {
  it('every gear, crank, rod and slide is a plate of its own, where it is drawn', () => {
    const scene = new SceneSolids(machine, asked);
    for (const frame of [0, 37, 240]) {
      const { behind, over } = machineParts(machine)(frame);
      const drawn = [...behind, ...over].filter(({ deep }) => deep);
      const nodes = scene.stiffAt(frame).filter(({ run }) => run === BETWEEN);
      expect(nodes).toHaveLength(drawn.length);
      nodes.forEach(({ map }, i) => {
        const at = drawn[i].at ?? [1, 0, 0, 1, 0, 0];
        expect([map[0], map[4], map[1], map[5], map[3], map[7]]).toEqual(Array.from(at));
      });
    }
  });

  it('the same plate is one solid in all frames: what moves is where it stands', () => {
    const scene = new SceneSolids(machine, asked);
    const keys = [0, 11, 96].map((frame) =>
      scene.stiffAt(frame).flatMap(({ run, solid }) => (run === BETWEEN ? [solid] : [])),
    );
    expect(keys[1]).toEqual(keys[0]);
    expect(keys[2]).toEqual(keys[0]);
  });

  it('springs and ropes are bodies of a frame, closed, as heavy as their wire is long', () => {
    const scene = new SceneSolids(machine, { ...asked, tolerance: 0.02 });
    const still = scene.at(50).filter(({ run }) => run === BETWEEN);
    const ties = still.filter(({ id }) => id.startsWith(`${BETWEEN}/tie-`));
    expect(ties).toHaveLength(job.ties!.length);
    for (const { id, mesh } of standingBodies(scene, ties)) {
      expect([id, measureMesh(mesh).openEdges]).toEqual([id, 0]);
      expect(meshVolume(mesh)).toBeGreaterThan(0);
    }
    const spring = job.ties!.find(({ is }) => is.kind === 'spring')!;
    const [body] = standingBodies(
      scene,
      ties.filter(({ id }) => id.endsWith(spring.id)),
    );
    if (spring.is.kind !== 'spring') throw new Error('it is one');
    const { diameter, wire, coils } = spring.is;
    // The wire is at least as long as its active coils laid flat: n π D (closed form of a ring).
    const least = coils * Math.PI * diameter * Math.PI * (wire / 2) ** 2;
    expect(meshVolume(body.mesh)).toBeGreaterThan(0.95 * least);
    expect(meshVolume(body.mesh)).toBeLessThan(2 * least);
  });

  it('all of them stand clear of the rows, before or behind', () => {
    const scene = new SceneSolids(machine, asked);
    const bodies = standingBodies(scene, scene.at(0));
    const deep = (mesh: (typeof bodies)[number]['mesh']): [number, number] => {
      let [low, high] = [Infinity, -Infinity];
      for (let i = 2; i < mesh.positions.length; i += 3) {
        low = Math.min(low, mesh.positions[i]);
        high = Math.max(high, mesh.positions[i]);
      }
      return [low, high];
    };
    const between = bodies.filter(({ id }) => id.startsWith(`${BETWEEN}/`));
    const others = bodies.filter(({ id }) => !id.startsWith(`${BETWEEN}/`)).map(({ mesh }) => deep(mesh));
    const [behind, before] = [Math.min(...others.map(([l]) => l)), Math.max(...others.map(([, h]) => h))];
    for (const { mesh } of between) {
      const [low, high] = deep(mesh);
      expect(low > before || high < behind).toBe(true);
    }
  });

  it('none of it is there where it is not asked for', () => {
    const scene = new SceneSolids(machine, { ...asked, machine: false });
    expect(scene.at(0).some(({ run }) => run === BETWEEN)).toBe(false);
  });
});
