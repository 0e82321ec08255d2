import { measureSpacePath, spaceBounds, type FreeContour, type Vec3 } from '@coin-relay/core';
import DxfParser, { type IArcEntity, type ICircleEntity, type ISplineEntity } from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { inPlanes, isInSpace, joinDrawing } from '../drawing';
import { block, dxfFile, entity, type Groups } from './dxf.testing';
import { readDxf } from './read';

const lines = (...entities: readonly string[]): readonly FreeContour[] =>
  readDxf(dxfFile(entities)).inSpace.map(({ line }) => line);
const only = (kind: string, ...groups: Groups): FreeContour => {
  const found = lines(entity(kind, ...groups));
  expect(found).toHaveLength(1);
  return found[0];
};
const bounds = (line: FreeContour): number[] =>
  spaceBounds(measureSpacePath(line)).map((value) => Number(value.toFixed(6)) + 0);
const lengthOf = (line: FreeContour): number => measureSpacePath(line).length;
const vertex = ({ x, y, z }: Vec3, ...more: Groups): string => entity('VERTEX', 10, x, 20, y, 30, z, ...more);
/** The extrusion direction as groups. */
const looking = (x: number, y: number, z: number): Groups => [210, x, 220, y, 230, z];

describe('entities that leave the plane', () => {
  it('a line between two heights', () => {
    const line = only('LINE', 10, 1, 20, 2, 30, 3, 11, 3, 21, 5, 31, 9);
    // 2, 3, 6: seven (a Pythagorean quadruple).
    expect(lengthOf(line)).toBe(7);
  });

  it('a polyline of points in space, and a closed one', () => {
    const corners = [
      { x: 0, y: 0, z: 0 },
      { x: 30, y: 0, z: 0 },
      { x: 30, y: 40, z: 0 },
      { x: 30, y: 40, z: 12 },
    ];
    const polyline = (flags: number): string =>
      entity('POLYLINE', 66, 1, 70, flags, 10, 0, 20, 0, 30, 0) +
      corners.map((corner) => vertex(corner, 70, 32)).join('') +
      entity('SEQEND');
    expect(lengthOf(lines(polyline(8))[0])).toBe(82);
    const [closed] = lines(polyline(9));
    expect(closed.closed).toBe(true);
    expect(lengthOf(closed)).toBeCloseTo(82 + Math.hypot(30, 40, 12), 9);
  });

  it('a light polyline keeps its bulges at its elevation, along its extrusion direction', () => {
    const half = [90, 2, 70, 0, 38, 7, 10, 0, 20, 0, 42, 1, 10, 20, 20, 0];
    const level = only('LWPOLYLINE', ...half);
    expect(level.segments.map(({ kind }) => kind)).toEqual(['arc']);
    expect(lengthOf(level)).toBeCloseTo(10 * Math.PI, 9);
    expect(bounds(level)).toEqual([0, -10, 7, 20, 0, 7]);
    // Standing on edge, looked at along −y: its x is x, its y goes up, its elevation is −y.
    expect(bounds(only('LWPOLYLINE', ...half, ...looking(0, -1, 0)))).toEqual([0, -7, -10, 20, -7, 0]);
  });

  it('arcs and circles: an extrusion along x turns them about z (arbitrary axis algorithm, from memory)', () => {
    const circle = only('CIRCLE', 10, 3, 20, 4, 30, 5, 40, 2, ...looking(1, 0, 0));
    // Axes of the plane are y and z: the centre is at (5, 3, 4).
    expect(bounds(circle)).toEqual([5, 1, 2, 5, 5, 6]);
    const arc = only('ARC', 10, 0, 20, 0, 30, 0, 40, 10, 50, 0, 51, 90, ...looking(1, 0, 0));
    expect(bounds(arc)).toEqual([0, 0, 0, 0, 10, 10]);
    expect(lengthOf(arc)).toBeCloseTo(5 * Math.PI, 9);
  });

  it('an ellipse square to its extrusion direction (Abramowitz & Stegun ch. 17: semi-axes 1 and 0.5)', () => {
    const ellipse = only(
      'ELLIPSE',
      ...[10, 0, 20, 0, 30, 9, 11, 0, 21, 0, 31, 1, 40, 0.5, 41, 0, 42, 2 * Math.PI],
      ...looking(1, 0, 0),
    );
    expect(ellipse.closed).toBe(true);
    expect(Math.abs(lengthOf(ellipse) - 4.844224110273838)).toBeLessThan(1e-7);
    expect(bounds(ellipse).map((value) => Number(value.toFixed(4)))).toEqual([0, -0.5, 8, 0, 0.5, 10]);
  });

  it('a spline of degree 3 is its Bézier curve; one by points it goes through is smooth', () => {
    const control = [0, 0, 0, 10, 0, 0, 10, 10, 10, 20, 10, 10];
    const codes = control.flatMap((value, i) => [[10, 20, 30][i % 3], value]);
    const knots = [0, 0, 0, 0, 1, 1, 1, 1].flatMap((knot) => [40, knot]);
    const curve = only('SPLINE', 70, 8, 71, 3, 72, 8, 73, 4, ...knots, ...codes);
    expect(curve.segments).toEqual([
      {
        kind: 'cubic',
        p0: { x: 0, y: 0, z: 0 },
        p1: { x: 10, y: 0, z: 0 },
        p2: { x: 10, y: 10, z: 10 },
        p3: { x: 20, y: 10, z: 10 },
      },
    ]);
    const fit = control.flatMap((value, i) => [[11, 21, 31][i % 3], value]);
    const through = only('SPLINE', 70, 8, 71, 3, 74, 4, ...fit);
    expect(through.segments.map((piece) => piece.kind === 'cubic' && piece.p0)).toEqual([
      { x: 0, y: 0, z: 0 },
      { x: 10, y: 0, z: 0 },
      { x: 10, y: 10, z: 10 },
    ]);
  });

  it('a copied block stands at its height, scaled and on edge', () => {
    const blocks = block('B', 1, 0, [entity('LINE', 10, 1, 20, 0, 11, 11, 21, 0)]);
    const read = (...groups: Groups): readonly number[] => {
      const insert = entity('INSERT', 2, 'B', 10, 100, 20, 0, 30, 50, ...groups);
      return bounds(readDxf(dxfFile([insert], { blocks })).inSpace[0].line);
    };
    expect(read()).toEqual([100, 0, 50, 110, 0, 50]);
    expect(read(41, 2, 42, 2, 43, 2, 50, 90)).toEqual([100, 0, 50, 100, 20, 50]);
    // Along x: the insertion point is told in the axes of that plane, y, z and then x.
    expect(read(...looking(1, 0, 0))).toEqual([50, 100, 0, 50, 110, 0]);
  });

  it('dxf-parser reads the same numbers (its own reading of the fields)', () => {
    const text = dxfFile([
      entity('CIRCLE', 8, 'a', 10, 3, 20, 4, 30, 5, 40, 2, 210, 0, 220, 0, 230, 1),
      entity('ARC', 8, 'a', 10, 1, 20, 2, 30, 3, 40, 6, 50, 30, 51, 120),
      entity(
        'SPLINE',
        ...[8, 'a', 70, 8, 71, 2, 72, 6, 73, 3, 40, 0, 40, 0, 40, 0, 40, 1, 40, 1, 40, 1],
        ...[10, 0, 20, 0, 30, 0, 10, 5, 20, 9, 30, 2, 10, 9, 20, 0, 30, 4],
      ),
    ]);
    const theirs = new DxfParser().parseSync(text)?.entities ?? [];
    const ours = readDxf(text).inSpace;
    const [circle, arc, spline] = theirs as [ICircleEntity, IArcEntity, ISplineEntity];
    expect(ours[0].line.segments[0]).toMatchObject({ centre: circle.center, radius: circle.radius });
    expect(ours[1].length).toBeCloseTo(arc.radius * arc.angleLength, 9);
    const points = spline.controlPoints ?? [];
    const [piece] = ours[2].line.segments;
    expect(piece.kind === 'cubic' && [piece.p0, piece.p3]).toMatchObject([points[0], points[2]]);
  });
});

describe('a drawing that leaves the plane', () => {
  it('is joined in space: sides at several heights are one loop, rounded corners stay arcs', () => {
    const text = dxfFile([
      entity('LINE', 10, 0, 20, 0, 30, 0, 11, 50, 21, 0, 31, 0),
      entity('ARC', 10, 0, 20, 10, 30, 50, 40, 10, 50, 270, 51, 0, ...looking(0, 0, 1)),
      entity('LINE', 10, 50, 20, 0, 30, 0, 11, 50, 21, 0, 31, 30),
      entity('LINE', 10, 50, 20, 0, 30, 30, 11, 0, 21, 0, 31, 0.005),
    ]);
    const [loop, arc] = joinDrawing(readDxf(text), 0.01);
    expect([loop.parts.length, loop.closed, isInSpace(loop)]).toEqual([3, true, false]);
    expect(loop.widest).toBeCloseTo(0.005, 9);
    expect(inPlanes([loop])[0].plane?.turns.x).toBeCloseTo(Math.PI / 2, 9);
    expect(inPlanes([arc])[0].plane?.origin).toEqual({ x: 0, y: 0, z: 50 });
  });

  it('one that lies flat all over is read as ever: in the drawing, without a plane', () => {
    const { contours, inSpace } = readDxf(
      dxfFile([
        entity('LINE', 10, 0, 20, 0, 30, 0, 11, 5, 21, 0, 31, 0),
        entity('TEXT', 10, 0, 20, 0, 30, 9),
      ]),
    );
    expect([contours.length, inSpace.length]).toEqual([1, 0]);
  });

  it('what cannot be used is left out, and said', () => {
    const { inSpace, skipped } = readDxf(
      dxfFile([
        entity('CIRCLE', 10, 0, 20, 0, 30, 1, 40, 5, ...looking(0, 0, 0)),
        entity('LINE', 10, 0, 20, 0, 30, 'high', 11, 1, 21, 1, 31, 1),
        entity('LINE', 10, 1, 20, 1, 30, 1, 11, 1, 21, 1, 31, 1),
        entity('POLYLINE', 66, 1, 70, 8) + vertex({ x: 0, y: 0, z: 4 }) + entity('SEQEND'),
        entity('LINE', 10, 0, 20, 0, 30, 0, 11, 1, 21, 1, 31, 1),
      ]),
    );
    expect(inSpace).toHaveLength(1);
    expect(skipped.map(({ reason }) => reason).join('; ')).toMatch(
      /extrusion direction is none.*not a number.*polyline of 1 points/s,
    );
    expect(skipped).toHaveLength(4);
  });
});
