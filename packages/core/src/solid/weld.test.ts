import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bar,
  bushing,
  extrude,
  joinMeshes,
  measureMesh,
  moved,
  orientMesh,
  weldMesh,
  type Mesh,
} from './index';

const box = (a = 10, b = 6, c = 4): Mesh => extrude([Float64Array.of(0, 0, a, 0, a, b, 0, b)], 0, c);
/** As files have it that know of no corners: three of its own for each triangle. */
function soup({ positions, triangles }: Mesh, shaken = 0): Mesh {
  const out = new Float64Array(3 * triangles.length);
  triangles.forEach((k, i) => {
    for (let axis = 0; axis < 3; axis++)
      out[3 * i + axis] = positions[3 * k + axis] + shaken * Math.sin(12.9898 * (3 * i + axis));
  });
  return { positions: out, triangles: Uint32Array.from(triangles, (_, i) => i) };
}

describe('welding', () => {
  it.each([
    ['a box', box(), 8, 2],
    ['a bushing, which has one hole', bushing(0, 5, 4, 2, 0.05), null, 0],
    ['two bars', joinMeshes([bar(0, 5, 2, 0.05), moved(bar(0, 5, 2, 0.05), 20, 0, 0)]), null, 4],
  ] as const)('%s of single triangles is closed again', (_, solid, corners, euler) => {
    const known = measureMesh(solid);
    const apart = soup(solid);
    expect(measureMesh(apart).openEdges).toBeGreaterThan(0);
    const { mesh, merged, dropped } = weldMesh(apart, 0);
    const found = measureMesh(mesh);
    expect(found).toMatchObject({ openEdges: 0, euler, triangles: known.triangles });
    expect(found.volume).toBeCloseTo(known.volume, 9);
    if (corners !== null) expect(found.vertices).toBe(corners);
    expect([merged, dropped]).toEqual([apart.positions.length / 3 - found.vertices, 0]);
  });

  it('corners that are a little apart become one within the tolerance, and not beyond it', () => {
    const shaken = soup(box(), 0.001);
    expect(measureMesh(weldMesh(shaken, 0).mesh).openEdges).toBeGreaterThan(0);
    expect(measureMesh(weldMesh(shaken, 0.01).mesh)).toMatchObject({ openEdges: 0, vertices: 8 });
    expect(measureMesh(weldMesh(soup(box()), 0.01).mesh).vertices).toBe(8);
  });

  it('far away, where no number is near another, corners are told all the same', () => {
    const { positions, triangles } = box();
    const far = { positions: positions.map((value) => value * 1e300), triangles };
    expect(measureMesh(weldMesh(soup(far), 0.01).mesh)).toMatchObject({ vertices: 8, openEdges: 0 });
  });

  it('triangles that fall together, or are there twice, go', () => {
    const twice = joinMeshes([box(), box()]);
    const { mesh, dropped } = weldMesh(twice, 0);
    expect(dropped).toBe(12);
    expect(measureMesh(mesh).openEdges).toBe(0);
    // Of a thin plate its two faces stay.
    expect(weldMesh(box(0.001, 5, 5), 0.01).mesh.triangles).toHaveLength(12);
  });

  it('takes time with the corners, however near they lie to each other', () => {
    const n = 60_000;
    const positions = Float64Array.from({ length: 3 * n }, (_, i) => ((i * 7919) % 1000) * 1e-6);
    const triangles = Uint32Array.from({ length: n }, (_, i) => i);
    const { mesh } = weldMesh({ positions, triangles }, 0.5);
    expect(mesh.positions).toHaveLength(3);
    expect(mesh.triangles).toHaveLength(0);
  });
});

describe('facing', () => {
  it('whatever triangles are turned over, all face outward in the end (property)', () => {
    const solid = bushing(0, 5, 4, 2, 0.2);
    const known = measureMesh(solid);
    fc.assert(
      fc.property(fc.array(fc.nat(solid.triangles.length / 3 - 1), { maxLength: 40 }), (which) => {
        const triangles = solid.triangles.slice();
        for (const t of new Set(which))
          [triangles[3 * t + 1], triangles[3 * t + 2]] = [triangles[3 * t + 2], triangles[3 * t + 1]];
        const { mesh, turned } = orientMesh({ ...solid, triangles });
        expect(turned).toBe(new Set(which).size);
        expect(measureMesh(mesh)).toEqual(known);
      }),
      { numRuns: 50 },
    );
  });

  it('what is inside out is turned over as a whole', () => {
    const { positions, triangles } = box();
    const inside = { positions, triangles: triangles.slice().reverse() };
    expect(measureMesh(inside).volume).toBeCloseTo(-240);
    const { mesh, turned } = orientMesh(inside);
    expect(turned).toBe(12);
    expect(measureMesh(mesh)).toMatchObject({ openEdges: 0, volume: 240 });
  });

  it('a hollow stays one', () => {
    const hollow = orientMesh(box(4, 4, 2)).mesh;
    const within = {
      positions: moved(hollow, 3, 1, 1).positions,
      triangles: hollow.triangles.slice().reverse(),
    };
    const { mesh, turned } = orientMesh(joinMeshes([box(), within]));
    expect(turned).toBe(0);
    expect(measureMesh(mesh).volume).toBeCloseTo(240 - 32);
  });
});
