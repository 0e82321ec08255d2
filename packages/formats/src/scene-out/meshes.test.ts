import { measureMesh, meshVolume } from '@coin-relay/core/solid';
import { demoJobs, fittedRows, machineOf, precomputeFrames, type Machine } from '@coin-relay/model';
import { SceneSolids, standingBodies } from '@coin-relay/scene/solid';
import type { Mesh } from 'three';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { describe, expect, it } from 'vitest';
import { writeSceneObj, writeSceneStl } from './meshes';

function machine(id: string): Machine {
  const { job } = demoJobs().find((entry) => entry.id === id)!;
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
const ASKED = { frame: 9, tolerance: 0.4, wheels: true };

/** What triangles hold, three corners each, mm³. */
const volumeOf = (corners: ArrayLike<number>): number =>
  meshVolume({
    positions: Float64Array.from(corners),
    triangles: Uint32Array.from({ length: corners.length / 3 }, (_, i) => i),
  });

describe('the bodies of a machine as meshes', () => {
  it.each(['demo-coin-lift', 'demo-winding-slide'])('%s: read back with the same weight and box', (id) => {
    const made = machine(id);
    const scene = new SceneSolids(made, ASKED);
    const bodies = standingBodies(scene, scene.at(ASKED.frame, true));
    const weight = bodies.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
    for (const { mesh } of bodies) {
      const { openEdges, volume } = measureMesh(mesh);
      expect(openEdges).toBe(0);
      expect(volume).toBeGreaterThan(0);
    }
    const stl = writeSceneStl(made, ASKED);
    const read = new STLLoader().parse(stl.buffer).getAttribute('position').array;
    expect(read.length / 9).toBe(bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0));
    expect(volumeOf(read) / weight).toBeCloseTo(1, 4);

    const objects: Mesh[] = [];
    new OBJLoader().parse(writeSceneObj(made, ASKED)).traverse((each) => {
      if ('isMesh' in each) objects.push(each as Mesh);
    });
    expect(objects).toHaveLength(bodies.length);
    const held = objects.reduce(
      (sum, { geometry }) => sum + volumeOf(geometry.getAttribute('position').array),
      0,
    );
    expect(held / weight).toBeCloseTo(1, 4);
  });

  it('too many triangles are refused with what to do', () => {
    expect(() => writeSceneStl(machine('demo-coin-lift'), { ...ASKED, tolerance: 0.001 })).toThrow(
      /coarser tolerance/,
    );
  });
});
