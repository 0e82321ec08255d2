import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contourCorners, reverseContour } from '../edit';
import {
  findCorners,
  measurePath,
  newReading,
  parsePathData,
  pathReader,
  placementAbout,
  type Contour,
} from '../path';
import { shapeContour } from '../shape';
import {
  bendSegment,
  breakAtPoint,
  changeSegment,
  closePath,
  deletePoints,
  drawnContour,
  drawnFromContour,
  insertMidway,
  insertPoint,
  joinDrawn,
  levelPoints,
  movePoint,
  openAtPoint,
  placePoints,
  pullHandle,
  setFlow,
  segmentAfter,
  type DrawnPath,
} from './index';

const outline = (d: string): Contour => parsePathData(d)[0];
const MIXED = 'M0 0H120A40 25 20 0 1 180 60Q210 110 150 130C90 150 60 90 30 120A30 30 0 1 1 -20 80L-40 20Z';
const mixed = drawnFromContour(outline(MIXED));
const lengthOf = (path: DrawnPath): number => measurePath(drawnContour(path)).length;
const square: DrawnPath = {
  closed: true,
  points: [
    [0, 0],
    [100, 0],
    [100, 100],
    [0, 100],
  ].map(([x, y]) => ({ x, y, next: { kind: 'line' } })),
};

describe('a contour in points and handles', () => {
  it('is the same line: length within 1e-12, and every place', () => {
    for (const contour of [
      outline(MIXED),
      outline('M0 0C40 60 100 60 140 0'),
      shapeContour({ of: 'ellipse', x: 5, y: -3, rx: 70, ry: 20, tilt: 0.6 }),
      shapeContour({ of: 'circle', x: 1, y: 2, radius: 33 }),
    ]) {
      const path = measurePath(contour);
      const again = measurePath(drawnContour(drawnFromContour(contour)));
      expect(Math.abs(again.length / path.length - 1)).toBeLessThan(1e-12);
      const [a, b] = [newReading(), newReading()];
      for (let i = 0; i <= 40; i++) {
        pathReader(path)((path.length * i) / 40, a);
        pathReader(again)((path.length * i) / 40, b);
        expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1e-7);
      }
    }
  });
  it('a bulge of 1 is a half circle to the left of its chord’s way (the drawing exchange format’s rule, from memory)', () => {
    const path: DrawnPath = {
      closed: false,
      points: [
        { x: 0, y: 0, next: { kind: 'arc', bulge: 1 } },
        { x: 10, y: 0, next: { kind: 'line' } },
      ],
    };
    const piece = segmentAfter(path, 0);
    expect(piece).toMatchObject({ kind: 'arc', radius: 5, centre: { x: 5, y: 0 } });
    expect(lengthOf(path)).toBeCloseTo(5 * Math.PI, 12);
    const at = newReading();
    pathReader(measurePath(drawnContour(path)))(2.5 * Math.PI, at);
    expect(at[1]).toBeCloseTo(-5, 12);
  });
  it('knows which points flow', () => {
    const arcEnds = drawnFromContour(outline('M0 0H50A20 20 0 0 1 70 20V60'));
    expect(arcEnds.points.map((p) => Boolean(p.flowing))).toEqual([false, true, true, false]);
  });
  it('too few points are refused', () => {
    expect(() => drawnContour({ closed: false, points: [square.points[0]] })).toThrow(/two points/);
  });
});

describe('points', () => {
  it('a closed path of four points has four pieces; a point put midway in each makes eight (common practice)', () => {
    expect(drawnContour(square).segments).toHaveLength(4);
    const eight = insertMidway(square, new Set([0, 1, 2, 3]));
    expect(eight.points).toHaveLength(8);
    expect(eight.points[1]).toMatchObject({ x: 50, y: 0 });
    expect(lengthOf(eight)).toBe(400);
  });
  it('inserting one never changes the line (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: mixed.points.length - 1 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (i, t) => {
          expect(Math.abs(lengthOf(insertPoint(mixed, i, t)) / lengthOf(mixed) - 1)).toBeLessThan(1e-10);
        },
      ),
      { seed: 5 },
    );
  });
  it('moved, its handles go with it, and nothing else moves', () => {
    const path = drawnFromContour(outline('M0 0C10 30 40 30 50 0C60 -30 90 -30 100 0'));
    const moved = movePoint(path, 1, { x: 50, y: 20 });
    expect(segmentAfter(moved, 0)).toMatchObject({
      p1: { x: 10, y: 30 },
      p2: { x: 40, y: 50 },
      p3: { x: 50, y: 20 },
    });
    expect(segmentAfter(moved, 1)).toMatchObject({ p1: { x: 60, y: -10 }, p3: { x: 100, y: 0 } });
  });
  it('all turned, scaled and mirrored together: the length scales, arcs and ellipses too', () => {
    const all = new Set(mixed.points.map((_, i) => i));
    for (const mirror of [false, true]) {
      const placed = placePoints(mixed, all, placementAbout({ x: 20, y: 30 }, 1.7, 0.8, mirror));
      expect(lengthOf(placed)).toBeCloseTo(1.7 * lengthOf(mixed), 8);
      expect(findCorners(measurePath(drawnContour(placed)))).toHaveLength(
        findCorners(measurePath(drawnContour(mixed))).length,
      );
    }
  });
  it('brought to one level', () => {
    const levelled = levelPoints(square, new Set([0, 1, 2]), 'y');
    expect(levelled.points.map((p) => p.y)).toEqual([100 / 3, 100 / 3, 100 / 3, 100]);
    expect(levelled.points.map((p) => p.x)).toEqual([0, 100, 100, 0]);
  });
  it('deleted: straight stays straight, curves keep their directions at both ends', () => {
    expect(drawnContour(deletePoints(square, new Set([1]))).segments).toHaveLength(3);
    const path = drawnFromContour(outline('M0 0C10 30 40 30 50 0C60 -30 90 -30 100 0'));
    const one = segmentAfter(deletePoints(path, new Set([1])), 0);
    if (one.kind !== 'cubic') throw new Error('not a curve');
    expect((one.p1.y - one.p0.y) / (one.p1.x - one.p0.x)).toBeCloseTo(3, 9);
    expect((one.p3.y - one.p2.y) / (one.p3.x - one.p2.x)).toBeCloseTo(3, 9);
  });
  it('made flowing: no corner is left there; made sharp again, the handles stay', () => {
    const flowing = setFlow(square, 1, true);
    expect(contourCorners(drawnContour(flowing))).toHaveLength(3);
    expect(drawnContour(setFlow(flowing, 1, false))).toEqual(drawnContour(flowing));
    let all = square;
    for (let i = 0; i < 4; i++) all = setFlow(all, i, true);
    expect(contourCorners(drawnContour(all))).toEqual([]);
  });
});

describe('handles', () => {
  const flowing = setFlow(setFlow(square, 1, true), 2, true);
  it('at a flowing point the other side turns with the pulled one and keeps its reach', () => {
    const pulled = pullHandle(flowing, 1, 'out', { x: 0, y: 40 });
    const before = flowing.points[0].next;
    const after = pulled.points[0].next;
    if (before.kind !== 'curve' || after.kind !== 'curve') throw new Error('not curves');
    expect(after.in.x).toBeCloseTo(0, 12);
    expect(Math.hypot(after.in.x, after.in.y)).toBeCloseTo(Math.hypot(before.in.x, before.in.y), 12);
    expect(after.in.y).toBeLessThan(0);
    expect(contourCorners(drawnContour(pulled)).map((c) => c.piece)).not.toContain(1);
  });
  it('beside a straight segment a flowing handle keeps to its direction', () => {
    const path = drawnFromContour(outline('M0 0H50C70 0 90 20 90 50'));
    const pulled = pullHandle(path, 1, 'out', { x: 30, y: 25 });
    expect(pulled.points[1].next).toMatchObject({ out: { x: 30, y: 0 } });
  });
  it('a segment bent runs through the place it was pulled to, whatever it was', () => {
    const to = { x: 60, y: 33 };
    for (const kind of ['line', 'curve', 'arc'] as const) {
      const bent = bendSegment(changeSegment(square, 0, kind), 0, 0.4, to);
      const path = measurePath({ segments: [segmentAfter(bent, 0)], closed: false });
      const at = newReading();
      const read = pathReader(path);
      let nearest = Infinity;
      for (let i = 0; i <= 20_000; i++) {
        read((path.length * i) / 20_000, at);
        nearest = Math.min(nearest, Math.hypot(at[0] - to.x, at[1] - to.y));
      }
      expect(nearest, kind).toBeLessThan(0.01);
    }
  });
});

describe('ends', () => {
  it('opened at a point and closed again it is what it was', () => {
    const open = openAtPoint(square, 2);
    expect([open.closed, open.points.length]).toEqual([false, 5]);
    expect(lengthOf(open)).toBe(400);
    expect(closePath(open, 1e-9)).toMatchObject({ closed: true });
    expect(lengthOf(closePath(open, 1e-9))).toBe(400);
    expect(closePath(open, 1e-9).points).toHaveLength(4);
  });
  it('closed with a straight segment where the ends are apart', () => {
    const open: DrawnPath = { closed: false, points: square.points.slice(0, 3) };
    expect(lengthOf(closePath(open, 1))).toBeCloseTo(200 + Math.hypot(100, 100), 12);
  });
  it('broken and joined again it is as long, whichever way both run', () => {
    const open = openAtPoint(mixed, 0);
    const [a, b] = breakAtPoint(open, 3)!;
    const back = drawnFromContour(reverseContour(drawnContour(b)));
    for (const [one, two] of [
      [a, b],
      [b, a],
      [a, back],
      [back, a],
    ]) {
      const joined = joinDrawn(one, two, 1e-6);
      expect(lengthOf(joined)).toBeCloseTo(lengthOf(mixed), 9);
      expect(joined.points).toHaveLength(open.points.length);
    }
  });
  it('ends that are apart are joined by a straight segment between the nearest two', () => {
    const at = (x: number): DrawnPath => drawnFromContour(outline(`M${x} 0H${x + 10}`));
    expect(lengthOf(joinDrawn(at(0), at(15), 1))).toBe(25);
    expect(lengthOf(joinDrawn(at(15), at(0), 1))).toBe(25);
  });
  it('broken in two, both parts together are as long', () => {
    const open = openAtPoint(mixed, 0);
    const [a, b] = breakAtPoint(open, 3)!;
    expect(lengthOf(a) + lengthOf(b)).toBeCloseTo(lengthOf(mixed), 9);
    expect(breakAtPoint(open, 0)).toBeNull();
  });
});
