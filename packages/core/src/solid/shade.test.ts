import { describe, expect, it } from 'vitest';
import { bar } from './revolve';
import { extrude } from './extrude';
import { shadeMesh, smoothMesh } from './shade';

const square = Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10);
const lengthOf = (edges: Float32Array): number => {
  let sum = 0;
  for (let i = 0; i < edges.length; i += 6)
    sum += Math.hypot(edges[i + 3] - edges[i], edges[i + 4] - edges[i + 1], edges[i + 5] - edges[i + 2]);
  return sum;
};

describe('what is drawn of a solid', () => {
  it('a box has flat faces, three corners at each of its corners, and twelve sharp edges', () => {
    const shaded = shadeMesh(extrude([square], 0, 10));
    expect(shaded.positions).toHaveLength(8 * 3 * 3);
    expect(lengthOf(shaded.edges)).toBeCloseTo(12 * 10, 4);
    for (let i = 0; i < shaded.normals.length; i += 3) {
      const n = [...shaded.normals.subarray(i, i + 3)].map(Math.abs).sort();
      expect(n).toEqual([0, 0, 1]);
    }
  });

  it('an eased box is lined once along each edge of its faces, not on both sides of what is eased', () => {
    const sharp = shadeMesh(extrude([square], 0, 10, 0));
    const eased = shadeMesh(extrude([square], 0, 10, 0.3));
    // Both faces as they are drawn in by the ease, and the four upright edges between the eased ones.
    expect(lengthOf(eased.edges)).toBeLessThan(lengthOf(sharp.edges) * 1.03);
    expect(lengthOf(eased.edges)).toBeGreaterThan(lengthOf(sharp.edges) * 0.9);
  });

  it('a round bar is smooth round about and sharp at its ends', () => {
    const radius = 5;
    const { positions, normals, edges } = shadeMesh(bar(0, 20, radius, 0.01));
    expect(lengthOf(edges)).toBeCloseTo(2 * 2 * Math.PI * radius, 1);
    for (let i = 0; i < positions.length; i += 3) {
      const [, y, z] = positions.subarray(i, i + 3);
      const [nx, ny, nz] = normals.subarray(i, i + 3);
      expect(Math.hypot(nx, ny, nz)).toBeCloseTo(1, 5);
      // On the side the normal is radial: within what weighing by area leaves of it.
      if (Math.abs(nx) < 0.5) expect((ny * y + nz * z) / radius).toBeCloseTo(1, 3);
    }
  });

  it('an outline is grown from one corner for each, along all of its faces', () => {
    const mesh = extrude([square], 0, 10);
    const { positions, normals, triangles } = smoothMesh(mesh);
    expect(positions).toHaveLength(8 * 3);
    expect(triangles).toEqual(mesh.triangles);
    for (let i = 0; i < normals.length; i += 3) {
      const out = [...positions.subarray(i, i + 3)].map((value) => Math.sign(value - 5));
      for (let axis = 0; axis < 3; axis++) expect(Math.sign(normals[i + axis])).toBe(out[axis]);
    }
  });
});
