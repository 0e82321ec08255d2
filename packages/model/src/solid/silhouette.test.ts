import { bushing, extrude, mapMesh, ringArea, turnedAboutX, type Mesh } from '@coin-relay/core/solid';
import { areaPathsD, booleanOpD, ClipType, FillRule, type PathsD } from 'clipper2-ts';
import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../catalogue';
import { pieceSolid } from './piece-solid';
import { silhouetteOf } from './silhouette';

const areaOf = (meshes: readonly Mesh[]): number =>
  silhouetteOf(meshes).reduce((sum, ring) => sum + ringArea(ring), 0);

/** The same by another way: every triangle by itself, joined. */
function triangleByTriangle(meshes: readonly Mesh[]): number {
  const all = meshes.flatMap(({ positions: p, triangles: t }): PathsD =>
    Array.from({ length: t.length / 3 }, (_, i) =>
      [t[3 * i], t[3 * i + 1], t[3 * i + 2]].map((k) => ({ x: p[3 * k], y: p[3 * k + 1] })),
    ),
  );
  const front = all.map((path) => (areaPathsD([path]) < 0 ? [...path].reverse() : path));
  return Math.abs(areaPathsD(booleanOpD(ClipType.Union, front, null, FillRule.NonZero, 5)));
}

const box = extrude([Float64Array.of(0, 0, 20, 0, 20, 6, 0, 6)], -1, 1);

describe('the silhouette of solids', () => {
  it('of a box is its face, and aslant what its sides add: a b + …, by its closed form', () => {
    expect(areaOf([box])).toBeCloseTo(120, 6);
    // Turned about x by t a box of a, b, c covers a (b cos t + c sin t).
    const t = 0.4;
    expect(areaOf([turnedAboutX(box, t)])).toBeCloseTo(20 * (6 * Math.cos(t) + 2 * Math.sin(t)), 3);
    // Turned over as a whole it is seen from behind, and is as large.
    expect(areaOf([turnedAboutX(box, Math.PI)])).toBeCloseTo(120, 4);
  });

  it('has the holes that go through all of it', () => {
    // A bushing looked through along its bore: x to z.
    const upright = mapMesh(bushing(0, 8, 6, 3, 0.001), [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0]);
    const rings = silhouetteOf([upright]);
    expect(rings.map((ring) => Math.sign(ringArea(ring))).sort()).toEqual([-1, 1]);
    expect(areaOf([upright])).toBeCloseTo(Math.PI * (36 - 9), 1);
    // What lies behind it closes it.
    expect(silhouetteOf([upright, mapMesh(box, [1, 0, 0, -10, 0, 1, 0, -3, 0, 0, 1, -9])])).toHaveLength(1);
  });

  it.each(
    ['chain-08B', 'round-DIN766-8', 'tube-hoop', 'bead-ball'].filter((id) =>
      CATALOGUE.some((e) => e.id === id),
    ),
  )('%s covers as much as its triangles one by one', (id) => {
    const [piece] = CATALOGUE.find((entry) => entry.id === id)!.make().pieces;
    const meshes = pieceSolid(piece, piece.pitch, piece.pitch / 150).parts.map(({ mesh }) => mesh);
    expect(areaOf(meshes) / triangleByTriangle(meshes)).toBeCloseTo(1, 4);
  });

  it('of a chain link is one outline: pins fill their bores, and leave no slits along their chords', () => {
    const { pieces } = CATALOGUE.find((entry) => entry.id === 'chain-08B')!.make();
    const outer = pieces.find(({ id }) => id === 'outer')!;
    expect(silhouetteOf(pieceSolid(outer, outer.pitch).parts.map(({ mesh }) => mesh))).toHaveLength(1);
  });

  it('of nothing is nothing', () => {
    expect(silhouetteOf([])).toEqual([]);
  });
});
