import { bar, extrude, mapMesh, measureMesh, meshVolume, moved, type Mesh } from '@coin-relay/core/solid';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeptSolidSchema, PieceSchema, solidBounds, type KeptSolid, type PieceOf } from '../families';
import { pieceDepth, pieceSolid, silhouetteData } from '../solid';
import {
  flippedOutline,
  isOfSolids,
  middled,
  MIRRORED,
  outlineBounds,
  quarterTurned,
  QUARTER_TURNS,
  resized,
  roundHoles,
  solidPiece,
  turnedSolids,
  withPins,
  withSolids,
  type GivenSolid,
} from './index';

const HASH = 'a'.repeat(64);
const AS_IS = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
/** 40 by 12 by 5 with bores of radius 3 at x 6 and 32: unlike in every direction. */
const ring = (x: number, y: number, r: number, n: number): Float64Array =>
  Float64Array.from(
    Array.from({ length: n }, (_, i) => [
      x + r * Math.cos((-2 * Math.PI * i) / n),
      y + r * Math.sin((-2 * Math.PI * i) / n),
    ]).flat(),
  );
const plate = extrude(
  [Float64Array.of(0, 0, 40, 0, 40, 12, 0, 12), ring(6, 5, 3, 48), ring(32, 5, 3, 48)],
  0,
  5,
);
const kept = (mesh: Mesh, place = AS_IS): KeptSolid => {
  const { bounds, triangles, openEdges } = measureMesh(mesh);
  return { kept: HASH, file: 'plate.stl', triangles, openEdges, bounds: [...bounds], place };
};
const given = (solids: readonly KeptSolid[], mesh: Mesh): GivenSolid[] =>
  solids.map((solid) => ({
    solid,
    material: 'steel',
    silhouette: silhouetteData([mapMesh(mesh, solid.place)]),
  }));
const pieceOf = (mesh: Mesh): PieceOf<'own'> =>
  solidPiece('own', 'Plate', 'plate.stl', given(middled([kept(mesh)]), mesh));
const meshOf = (piece: PieceOf<'own'>, mesh: Mesh): Mesh =>
  pieceSolid(piece, piece.pitch, 0.02, 0, (hash) => (hash === HASH ? mesh : undefined)).parts[0].mesh;

describe('a piece of bodies from a file', () => {
  it('has the silhouette as its outline, its pins in the round holes, and is a piece of the schema', () => {
    const piece = pieceOf(plate);
    expect(piece.pitch).toBeCloseTo(26, 3);
    expect(piece.pins.from.x).toBeCloseTo(-14, 3);
    expect(piece.pins.from.y).toBeCloseTo(-1, 3);
    outlineBounds(piece.outline).forEach((value, i) => expect(value).toBeCloseTo([-20, -6, 20, 6][i], 3));
    expect(PieceSchema.parse(piece)).toEqual(piece);
    expect(isOfSolids(piece)).toBe(true);
    expect(roundHoles(piece.outline).map(({ radius }) => radius)).toEqual([
      expect.closeTo(3, 1),
      expect.closeTo(3, 1),
    ]);
  });

  it('as a solid it is that body, its first pin at the origin and its second on the x axis', () => {
    const piece = pieceOf(plate);
    const mesh = meshOf(piece, plate);
    expect(meshVolume(mesh)).toBeCloseTo(meshVolume(plate), 6);
    const { bounds } = measureMesh(mesh);
    [-6, -5, -2.5, 34, 7, 2.5].forEach((value, i) => expect(bounds[i]).toBeCloseTo(value, 3));
    expect(pieceDepth(piece)).toEqual([-2.5, 2.5]);
  });

  it('where the body is not at hand it is plate by its outline', () => {
    const [part] = pieceSolid(pieceOf(plate), 26, 0.02).parts;
    expect(meshVolume(part.mesh)).toBeGreaterThan(0);
    expect(meshVolume(part.mesh)).not.toBeCloseTo(meshVolume(plate), 0);
  });

  it('turned, flipped or resized in the drawing the body goes with its outline', () => {
    for (const change of [
      (p: PieceOf<'own'>) => quarterTurned(p, 1),
      flippedOutline,
      (p: PieceOf<'own'>) => resized(p, 2.5),
      (p: PieceOf<'own'>) => withPins(p, { from: { x: 3, y: 4 }, to: { x: -2, y: 30 } }),
    ]) {
      const piece = change(pieceOf(plate));
      const [solid] = piece.outline.map((part) => part.solid!);
      const box = solidBounds(solid);
      outlineBounds(piece.outline).forEach((value, i) =>
        expect(value).toBeCloseTo([box[0], box[1], box[3], box[4]][i], 3),
      );
      const { bounds } = measureMesh(mapMesh(plate, solid.place));
      bounds.forEach((value, i) => expect(value).toBeCloseTo(box[i], 6));
      expect(meshVolume(meshOf(piece, plate))).toBeGreaterThan(0);
    }
    expect(resized(pieceOf(plate), 2).outline[0].solid!.place[10]).toBeCloseTo(2);
  });

  it('four quarter turns about any axis are none; any of them, and mirroring, keep its outside outside', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('x' as const, 'y' as const, 'z' as const), { maxLength: 6 }),
        fc.boolean(),
        (axes, mirrored) => {
          let piece = pieceOf(plate);
          const turns = [...axes.map((axis) => QUARTER_TURNS[axis]), ...(mirrored ? [MIRRORED] : [])];
          for (const turn of turns) piece = withSolids(piece, given(turnedSolids(piece, turn), plate));
          expect(meshVolume(meshOf(piece, plate))).toBeCloseTo(meshVolume(plate), 6);
          const box = solidBounds(piece.outline[0].solid!);
          outlineBounds(piece.outline).forEach((value, i) =>
            expect(value).toBeCloseTo([box[0], box[1], box[3], box[4]][i], 3),
          );
        },
      ),
      { numRuns: 30 },
    );
    for (const axis of ['x', 'y', 'z'] as const) {
      let piece = pieceOf(plate);
      const before = piece.outline[0].solid!.place;
      for (let k = 0; k < 4; k++)
        piece = withSolids(piece, given(turnedSolids(piece, QUARTER_TURNS[axis]), plate));
      piece.outline[0].solid!.place.forEach((value, i) => expect(value).toBeCloseTo(before[i], 6));
    }
  });

  it('swapped for another body it keeps what was set of it', () => {
    const piece: PieceOf<'own'> = {
      ...withPins(pieceOf(plate), { from: { x: 1, y: 2 }, to: { x: 21, y: 2 } }),
      mass: 7,
    };
    const other = extrude([Float64Array.of(0, 0, 30, 0, 30, 8, 0, 8)], 0, 4);
    const swapped = withSolids(piece, given(middled([kept(other)]), other), 'other.stl');
    expect(swapped).toMatchObject({
      pins: piece.pins,
      pitch: 20,
      mass: 7,
      id: piece.id,
      source: 'other.stl',
    });
    expect(outlineBounds(swapped.outline)[2]).toBeCloseTo(15, 3);
  });

  it('of several bodies those that reach higher lie above', () => {
    const pin = moved(mapMesh(bar(-4, 9, 2, 0.01), [0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 0]), 6, 5, 0);
    const both = [kept(pin), kept(plate)].map((solid, i) => ({
      ...given([solid], [pin, plate][i])[0],
      material: ['brass', 'steel'][i],
    }));
    for (const order of [both, [...both].reverse()])
      expect(solidPiece('own', 'Both', 'both.glb', order).outline.map((p) => p.material)).toEqual([
        'steel',
        'brass',
      ]);
  });

  it.each([
    ['flat', { place: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0] }],
    ['of no triangle', { triangles: 0 }],
    ['of very many', { triangles: 200_001 }],
    ['called by no hash', { kept: '../jobs' }],
    ['at no place', { place: [...AS_IS.slice(0, 11), NaN] }],
  ])('is refused where its body is %s', (_, change) => {
    expect(KeptSolidSchema.safeParse({ ...kept(plate), ...change }).success).toBe(false);
    expect(KeptSolidSchema.safeParse(kept(plate)).success).toBe(true);
  });
});

describe('round holes', () => {
  it('are told from others, and a bushing in a bore is the hole that is left', () => {
    const square = 'M0 0H40V20H0Z';
    const circle = (x: number, r: number): string =>
      `M${x + r} 10A${r} ${r} 0 1 1 ${x - r} 10A${r} ${r} 0 1 1 ${x + r} 10Z`;
    const outline = [
      { data: `${square}${circle(8, 4)}M26 6H34V14H26Z`, material: null, line: true },
      { data: `${circle(8, 4)}${circle(8, 2.5)}`, material: null, line: true },
    ];
    const found = roundHoles(outline);
    expect(found).toHaveLength(1);
    expect(found[0].x).toBeCloseTo(8, 3);
    expect(found[0].radius).toBeCloseTo(2.5, 6);
  });

  it('of a circle that has lost some of its corners the middle stays (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (kept, x, r) => {
          const points = kept.flatMap((stays, i) => {
            const a = (i * Math.PI) / 20;
            return stays || i % 4 === 0 ? [`${x + r * Math.cos(a)} ${r * Math.sin(a)}`] : [];
          });
          const box = `M${x - 30} -30H${x + 30}V30H${x - 30}Z`;
          const [hole] = roundHoles([{ data: `${box}M${points.join('L')}Z` }]);
          expect(hole.x).toBeCloseTo(x, 9);
          expect(hole.y).toBeCloseTo(0, 9);
          expect(hole.radius).toBeCloseTo(r, 9);
        },
      ),
    );
  });
});
