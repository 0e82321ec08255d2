import { fitRow } from '@coin-relay/core';
import { measureMesh } from '@coin-relay/core/solid';
import {
  demoJobs,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  resolveRun,
  resolveSetOut,
  type Job,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { rowScene } from '../placing/scene';
import { BentCopies } from './bent-copies';
import { makeMaster } from './masters';

/** The planks of the slide, taken to bend. */
function bending(change: (job: Job) => void = () => undefined) {
  const { job } = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-slide')!);
  job.pieces[0].behaviour = 'bending';
  delete job.pieces[0].variation;
  change(job);
  const resolved = resolveRun(job, 'row');
  const fit = fitRow(resolved.source, resolved.request);
  const scene = rowScene(fit, resolveSetOut(job, resolved.run, fit));
  const { piece, span } = scene.pieces[0];
  const [{ mesh }] = makeMaster({ kind: 'piece', piece, span, wire: 0, step: span / 14 }, 0.1).parts;
  const normals = new Float32Array(mesh.positions.length).map((_, i) => (i % 3 === 1 ? 1 : 0));
  const copies = new BentCopies(scene, 0, 60, Float32Array.from(mesh.positions), normals);
  return { scene, mesh, copies };
}

describe('bodies that bend with the path', () => {
  it('stay closed and outward, one for each place, and lie at the depth that is asked for', () => {
    const { scene, mesh, copies } = bending();
    copies.place(9);
    expect(copies.count).toBe(scene.setOut.table.count);
    expect([...copies.places.subarray(0, 3)]).toEqual([0, 1, 2]);
    const own = measureMesh(mesh);
    const size = mesh.positions.length;
    for (let copy = 0; copy < copies.count; copy++) {
      const positions = Float64Array.from(copies.positions.subarray(copy * size, (copy + 1) * size));
      const { volume, openEdges, bounds } = measureMesh({ positions, triangles: mesh.triangles });
      expect(openEdges).toBe(0);
      expect((bounds[2] + bounds[5]) / 2 - 9).toBeCloseTo((own.bounds[2] + own.bounds[5]) / 2, 4);
      // As much as is gained outside the path is lost inside it, but for how far it lies off the path.
      expect(volume / own.volume).toBeGreaterThan(0.6);
      expect(volume / own.volume).toBeLessThan(1.4);
    }
  });

  it('of those that must stay whole only what lies wholly in their boundary is there', () => {
    const { scene, mesh, copies } = bending((job) => {
      job.paths.push({ kind: 'outline', id: 'wall', name: 'Wall', data: 'M-80 -900H300V900H-80Z' });
      job.runs[0].setOut = { ...PLAIN_SET_OUT, boundary: { path: 'wall', keep: 'inside', how: 'whole' } };
    });
    copies.place(0);
    expect(copies.count).toBeGreaterThan(5);
    expect(copies.count).toBeLessThan(scene.setOut.table.count - 5);
    for (let i = 0; i < copies.count * mesh.positions.length; i += 3) {
      expect(copies.positions[i]).toBeGreaterThan(-80);
      expect(copies.positions[i]).toBeLessThan(300);
    }
  });

  it('normals stay unit vectors that turn with the path', () => {
    const { copies, mesh } = bending();
    copies.place(0);
    const { normals } = copies;
    for (let i = 0; i < copies.count * mesh.positions.length; i += 3)
      expect(Math.hypot(normals[i], normals[i + 1], normals[i + 2])).toBeCloseTo(1, 4);
  });

  it('in the plane are as large in depth as across, whether corners at one x are carried together or not', () => {
    const [together, alone] = [0, 1e-9].map((turn) => {
      const { copies } = bending((job) => {
        const [run] = job.runs;
        run.shaping = {
          smooth: false,
          stations: [0, 0.5].map((at) => ({ at, scale: 1 + 2 * at, roll: 0, lift: 0 })),
        };
        job.pieces[0].setting = { ...PLAIN_SETTING, line: 1, turn, flip: true, scale: 1.2 };
      });
      copies.place(3);
      return copies;
    });
    const used = together.count * (together.positions.length / together.places.length);
    const depths = [0, 0];
    for (let i = 0; i < used; i++) {
      expect(Math.abs(together.positions[i] - alone.positions[i])).toBeLessThan(1e-3);
      expect(Math.abs(together.normals[i] - alone.normals[i])).toBeLessThan(0.25);
      if (i % 3 === 2)
        depths[i < used / 8 ? 0 : 1] = Math.max(depths[i < used / 8 ? 0 : 1], together.positions[i] - 3);
    }
    // Twice as large half way round as at the beginning.
    expect(depths[1] / depths[0]).toBeGreaterThan(1.3);
  });

  it('in space stand and look the same whether corners at one x are carried together or each by itself', () => {
    const spatial = (turn: number): ReturnType<typeof bending> =>
      bending((job) => {
        job.paths[0] = {
          ...{ kind: 'helix', id: job.paths[0].id, name: 'Helix', centre: { x: 0, y: 0, z: 0 } },
          ...{ from: 120, to: 90, rise: 40, turns: 2, hand: 'ccw', start: 0 },
        };
        const [run] = job.runs;
        run.upright = { by: { by: 'least-twist' }, roll: 0.4, alternate: 0, twist: 1, across: 3 };
        run.shaping = {
          smooth: true,
          stations: [0, 0.5].map((at) => ({ at, scale: 1 + at, roll: at, lift: 2 * at })),
        };
        job.pieces[0].setting = { ...PLAIN_SETTING, line: 1, turn, flip: true, scale: 1.2, lift: 2 };
      });
    const [together, alone] = [0, 1e-9].map((turn) => {
      const { copies } = spatial(turn);
      copies.place(0);
      return copies;
    });
    expect(together.count).toBe(alone.count);
    const used = together.count * (together.positions.length / together.places.length);
    let [off, turned] = [0, 0];
    for (let i = 0; i < used; i++) {
      off = Math.max(off, Math.abs(together.positions[i] - alone.positions[i]));
      turned = Math.max(turned, Math.abs(together.normals[i] - alone.normals[i]));
    }
    expect(off).toBeLessThan(1e-3);
    // Each by itself they look where a corner moved along its normal comes to, which is not quite square to a body that grows.
    expect(turned).toBeLessThan(0.25);
  });
});
