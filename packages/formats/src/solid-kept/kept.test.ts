import { RelayError } from '@coin-relay/core';
import { bar, bushing, joinMeshes, measureMesh, meshVolume, moved, type Mesh } from '@coin-relay/core/solid';
import { MOST_KEPT_TRIANGLES } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import type { ReadSolids } from '../solid-in';
import { writeStl } from '../solid-out/stl';
import { KEPT_LIMIT, readKept } from './kept';
import { prepareSolids, type Preparing } from './prepare';

const ball = bushing(0, 8, 6, 2, 0.001);
const file = (...bodies: readonly (readonly [material: string | null, mesh: Mesh])[]): ReadSolids => ({
  kind: 'STL',
  unit: null,
  leftOut: [],
  bodies: bodies.map(([material, mesh], i) => ({ name: `body ${i}`, material, mesh })),
});
const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return `${error.code}: ${error.message}`;
  }
  return 'taken';
};
const preparing = async (read: ReadSolids, how: Preparing = {}): Promise<string> => {
  try {
    await prepareSolids(read, 'part.stl', how);
  } catch (error) {
    if (error instanceof RelayError) return `${error.code}: ${error.message}`;
  }
  return 'taken';
};

describe('a body that is kept', () => {
  it('is read as it was written: as many corners, as closed, as large to the digits of a float', () => {
    const again = readKept(writeStl(ball, 'bushing'));
    const [a, b] = [measureMesh(ball), measureMesh(again)];
    expect({ ...b, volume: 0, area: 0, bounds: [] }).toEqual({ ...a, volume: 0, area: 0, bounds: [] });
    expect(b.openEdges).toBe(0);
    expect(b.volume / a.volume).toBeCloseTo(1, 6);
  });

  it.each([
    ['nothing', new Uint8Array()],
    ['text', new TextEncoder().encode('solid x\nendsolid x\n'.repeat(10))],
    ['one that is cut off', writeStl(ball, 'x').slice(0, -7)],
    ['one of no triangle', writeStl({ positions: new Float64Array(0), triangles: new Uint32Array(0) }, 'x')],
  ])('refuses %s', (_, bytes) => {
    expect(refusal(() => readKept(bytes))).toMatch(/^solid-file-invalid: This is no body/);
  });

  it.each([NaN, Infinity, 3e9])('refuses a corner at %s', (value) => {
    const bytes = writeStl(ball, 'x');
    new DataView(bytes.buffer).setFloat32(84 + 50 * 3 + 12 + 16, value, true);
    expect(refusal(() => readKept(bytes))).toMatch(/^solid-file-invalid: Triangle 4 of this body/);
  });

  it(`refuses more than ${MOST_KEPT_TRIANGLES} triangles`, () => {
    const bytes = new Uint8Array(KEPT_LIMIT + 50);
    new DataView(bytes.buffer).setUint32(80, MOST_KEPT_TRIANGLES + 1, true);
    expect(refusal(() => readKept(bytes))).toMatch(/^solid-too-large/);
  });
});

describe('a file made into bodies of a piece', () => {
  it('is a body for each material, in mm, and says what was done', async () => {
    const made = await prepareSolids(
      file(['iron', ball], ['brass', moved(ball, 20, 0, 0)], ['iron', moved(ball, 40, 0, 0)]),
      'part.stl',
      { unit: 10 },
    );
    expect(made.bodies.map(({ material }) => material)).toEqual(['iron', 'brass']);
    const [iron, brass] = made.bodies;
    expect(iron.measures.volume / (2 * 1000 * meshVolume(ball))).toBeCloseTo(1, 5);
    expect(brass.measures.volume / (1000 * meshVolume(ball))).toBeCloseTo(1, 5);
    expect(made.trianglesRead).toBe(made.trianglesMended);
    expect(iron.openLines).toHaveLength(0);
    expect(measureMesh(readKept(iron.stl)).volume).toBe(iron.measures.volume);
  });

  it('tells where it is open: the edges round a triangle that is missing', async () => {
    const open = { ...ball, triangles: ball.triangles.slice(3) };
    const [{ openLines, measures }] = (await prepareSolids(file([null, open]), 'part.stl', {})).bodies;
    expect(measures.openEdges).toBe(3);
    expect(openLines).toHaveLength(3 * 6);
    const corners = [...ball.triangles.slice(0, 3)].flatMap((k) => [
      ...ball.positions.slice(3 * k, 3 * k + 3),
    ]);
    for (const value of openLines)
      expect(Math.min(...corners.map((corner) => Math.abs(corner - value)))).toBeLessThan(1e-5);
  });

  it('is thinned out to what is asked for, and stays closed', async () => {
    const fine = bushing(0, 8, 6, 2, 0.0001);
    const made = await prepareSolids(file([null, fine]), 'part.stl', { triangles: 300 });
    expect(made.trianglesMended).toBe(fine.triangles.length / 3);
    expect(made.bodies[0].measures.triangles).toBeLessThanOrEqual(300);
    expect(made.bodies[0].measures.openEdges).toBe(0);
    expect(made.bodies[0].measures.volume / meshVolume(fine)).toBeGreaterThan(0.9);
  });

  it('of very many materials it is one body', async () => {
    const many = Array.from(
      { length: 13 },
      (_, i) => [`m${i}`, moved(bar(0, 1, 1, 0.1), 3 * i, 0, 0)] as const,
    );
    expect((await prepareSolids(file(...many), 'part.stl', {})).bodies).toHaveLength(1);
  });

  it('is refused where it holds nothing, or has more triangles than are kept', async () => {
    const flat: Mesh = {
      positions: Float64Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0),
      triangles: Uint32Array.of(0, 1, 2),
    };
    expect(await preparing(file([null, flat]))).toMatch(
      /^solid-file-invalid: What is in this file holds nothing/,
    );
    const one = bushing(0, 8, 6, 2, 0.0004);
    const copies = Math.ceil((MOST_KEPT_TRIANGLES * 3) / one.triangles.length) + 1;
    const many = joinMeshes(Array.from({ length: copies }, (_, i) => moved(one, 20 * i, 0, 0)));
    expect(await preparing(file([null, many]))).toMatch(/^solid-too-large: .* Thin it out/);
    expect(await preparing(file([null, many]), { triangles: 100_000 })).toBe('taken');
  });
});
