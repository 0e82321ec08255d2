import { extrude, joinMeshes, measureMesh, type Mesh } from '@coin-relay/core/solid';
import { chainPieces, CHAIN_SIZES } from '@coin-relay/model';
import { pieceSolid } from '@coin-relay/model/solid';
import { validateBytes } from 'gltf-validator';
import { WebIO } from '@gltf-transform/core';
import type { BufferGeometry, Mesh as ThreeMesh } from 'three';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { describe, expect, it } from 'vitest';
import { writeGlb, writeObj, writeStl, type NamedMesh } from './index';

const [, link] = chainPieces(CHAIN_SIZES.find(({ size }) => size === '08B')!).pieces;
const parts: NamedMesh[] = pieceSolid(link, link.pitch).parts.map(({ mesh, material }) => ({
  name: 'Outer link',
  material,
  colour: '#c9a227',
  mesh,
}));
const whole = measureMesh(joinMeshes(parts.map(({ mesh }) => mesh)));

/** Corners of triangles, three by three, as a mesh whose equal corners are one. */
function meshOf(corners: ArrayLike<number>): Mesh {
  const known = new Map<string, number>();
  const positions: number[] = [];
  const triangles = Array.from({ length: corners.length / 3 }, (_, i) => {
    const at = [corners[3 * i], corners[3 * i + 1], corners[3 * i + 2]];
    const key = at.join(' ');
    const found = known.get(key) ?? positions.push(...at) / 3 - 1;
    known.set(key, found);
    return found;
  });
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) };
}

const cornersOf = (geometry: BufferGeometry): ArrayLike<number> => geometry.getAttribute('position').array;

function expectSame(mesh: Mesh): void {
  const found = measureMesh(mesh);
  expect(found.triangles).toBe(whole.triangles);
  expect(found.openEdges).toBe(0);
  expect(Math.abs(found.volume / whole.volume - 1)).toBeLessThan(1e-5);
  found.bounds.forEach((value, i) => expect(value).toBeCloseTo(whole.bounds[i], 4));
}

describe('solids as files', () => {
  it('STL is read back by another reader with the same weight, box and edges', () => {
    const bytes = writeStl(joinMeshes(parts.map(({ mesh }) => mesh)), 'Outer link');
    expect(bytes.length).toBe(84 + 50 * whole.triangles);
    expectSame(meshOf(cornersOf(new STLLoader().parse(bytes.buffer as ArrayBuffer))));
    expect(new TextDecoder().decode(bytes.subarray(0, 5))).not.toBe('solid');
  });

  it('its normals point outward', () => {
    const bytes = writeStl(extrude([Float64Array.of(0, 0, 4, 0, 4, 4, 0, 4)], 0, 4), 'box');
    const geometry = new STLLoader().parse(bytes.buffer as ArrayBuffer);
    const [at, normal] = [geometry.getAttribute('position'), geometry.getAttribute('normal')];
    for (let i = 0; i < at.count; i++) {
      const out =
        (at.getX(i) - 2) * normal.getX(i) +
        (at.getY(i) - 2) * normal.getY(i) +
        (at.getZ(i) - 2) * normal.getZ(i);
      expect(out).toBeCloseTo(2, 5);
    }
  });

  it('OBJ is read back by another reader, a body each, by their materials', () => {
    const group = new OBJLoader().parse(writeObj(parts, 'Outer link, “08B”\nsecond line'));
    const meshes = group.children as ThreeMesh[];
    expect(meshes).toHaveLength(parts.length);
    expect(new Set(meshes.map(({ material }) => (material as { name: string }).name))).toEqual(
      new Set(parts.map(({ material }) => material)),
    );
    expectSame(joinMeshes(meshes.map(({ geometry }) => meshOf(cornersOf(geometry)))));
  });

  it('GLB has no fault for the validator of the format, and is as large in metres', async () => {
    const bytes = await writeGlb(parts, 'Outer link');
    const report = await validateBytes(bytes);
    expect(report.issues).toMatchObject({ numErrors: 0, numWarnings: 0 });
    const document = await new WebIO().readBinary(bytes);
    const [top] = document.getRoot().listScenes()[0].listChildren();
    expect(top.getWorldScale()).toEqual([0.001, 0.001, 0.001]);
    const meshes = top.listChildren().map((node): Mesh => {
      const [primitive] = node.getMesh()!.listPrimitives();
      return {
        positions: Float64Array.from(primitive.getAttribute('POSITION')!.getArray()!),
        triangles: Uint32Array.from(primitive.getIndices()!.getArray()!),
      };
    });
    expectSame(joinMeshes(meshes));
    // #c9a227 in linear light, by the formula of IEC 61966-2-1 worked out by hand for its middle part: a2 is 162 of 255.
    const [, green] = document.getRoot().listMaterials()[0].getBaseColorFactor();
    expect(green).toBeCloseTo(((162 / 255 + 0.055) / 1.055) ** 2.4, 6);
  });
});
