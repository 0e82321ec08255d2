import { describe, expect, it } from 'vitest';
import { contourCorners } from '../edit';
import { measurePath, newReading, pathBounds, pathReader, placeContour, placementAbout } from '../path';
import { placeShape, shapeContour, type Shape } from './index';

const lengthOf = (shape: Shape): number => measurePath(shapeContour(shape)).length;
const SHAPES: Shape[] = [
  { of: 'circle', x: 10, y: 20, radius: 30 },
  { of: 'ellipse', x: 1, y: 2, rx: 1, ry: 0.5, tilt: 0.3 },
  { of: 'rectangle', x: 0, y: 0, width: 100, height: 60, corner: 12, tilt: 0.2 },
  { of: 'two-arc', x: 0, y: 0, distance: 120, first: 20, second: 45, tilt: -0.4 },
  { of: 'polygon', x: 5, y: 5, sides: 7, radius: 40, tilt: 0.1 },
  { of: 'arc', x: 0, y: 0, radius: 25, from: 0.5, sweep: -2 },
  { of: 'straight', x: 3, y: 4, length: 50, tilt: 1 },
];

describe('lengths in closed form', () => {
  it('circle, ellipse (Abramowitz & Stegun ch. 17), rectangle, polygon, arc, straight', () => {
    expect(lengthOf(SHAPES[0])).toBeCloseTo(60 * Math.PI, 11);
    expect(lengthOf(SHAPES[1])).toBeCloseTo(4.844224110273838, 11);
    expect(lengthOf(SHAPES[2])).toBeCloseTo(320 - 96 + 24 * Math.PI, 10);
    expect(lengthOf(SHAPES[4])).toBeCloseTo(14 * 40 * Math.sin(Math.PI / 7), 10);
    expect(lengthOf(SHAPES[5])).toBeCloseTo(50, 12);
    expect(lengthOf(SHAPES[6])).toBe(50);
  });
  it('two arcs: the open belt, 2 C cos β + π (R + r) + 2 (R − r) β; equal ones make a stadium', () => {
    const beta = Math.asin(25 / 120);
    expect(lengthOf(SHAPES[3])).toBeCloseTo(240 * Math.cos(beta) + 65 * Math.PI + 50 * beta, 10);
    expect(lengthOf({ of: 'two-arc', x: 0, y: 0, distance: 80, first: 15, second: 15, tilt: 0 })).toBeCloseTo(
      160 + 30 * Math.PI,
      11,
    );
  });
  it('two arcs may overlap, and have no corners', () => {
    const short: Shape = { of: 'two-arc', x: 0, y: 0, distance: 8, first: 30, second: 26, tilt: 1 };
    const beta = Math.asin(4 / 8);
    expect(lengthOf(short)).toBeCloseTo(16 * Math.cos(beta) + 56 * Math.PI + 8 * beta, 10);
    expect(contourCorners(shapeContour(short))).toEqual([]);
  });
  it('a rectangle whose corners are all of it is a circle', () => {
    const round: Shape = { of: 'rectangle', x: 0, y: 0, width: 50, height: 50, corner: 25, tilt: 0 };
    expect(lengthOf(round)).toBeCloseTo(50 * Math.PI, 10);
    expect(contourCorners(shapeContour(round))).toEqual([]);
  });
});

describe('placing', () => {
  it('a placed shape draws what placing its contour draws, and stays a shape', () => {
    for (const shape of SHAPES) {
      for (const mirror of [false, true]) {
        const placement = placementAbout({ x: 7, y: -2 }, 1.5, 0.7, mirror);
        const a = measurePath(shapeContour(placeShape(shape, placement)));
        const b = measurePath(placeContour(shapeContour(shape), placement));
        expect(a.length).toBeCloseTo(b.length, 9);
        pathBounds(a).forEach((value, i) => expect(value).toBeCloseTo(pathBounds(b)[i], 6));
        expect(placeShape(shape, placement).of).toBe(shape.of);
      }
    }
  });
  it('runs the other way and starts elsewhere without being freed', () => {
    const at = newReading();
    const read = pathReader(
      measurePath(shapeContour({ of: 'circle', x: 0, y: 0, radius: 10, start: 0.25, reversed: true })),
    );
    read(0, at);
    expect([at[0], at[1]].map((v) => Math.round(v * 1e9) / 1e9 + 0)).toEqual([0, 10]);
    expect(at[2]).toBeCloseTo(1, 9);
  });
});

it.each<[Shape, RegExp]>([
  [{ of: 'circle', x: 0, y: 0, radius: 0 }, /radius/],
  [{ of: 'circle', x: 0, y: 0, radius: NaN }, /radius/],
  [{ of: 'rectangle', x: 0, y: 0, width: 10, height: 4, corner: 3, tilt: 0 }, /at most 2 mm/],
  [{ of: 'two-arc', x: 0, y: 0, distance: 5, first: 20, second: 10, tilt: 0 }, /more than 10 mm apart/],
  [{ of: 'polygon', x: 0, y: 0, sides: 2, radius: 10, tilt: 0 }, /3 to 360/],
  [{ of: 'polygon', x: 0, y: 0, sides: 5.5, radius: 10, tilt: 0 }, /3 to 360/],
  [{ of: 'arc', x: 0, y: 0, radius: 10, from: 0, sweep: 0 }, /turn/],
  [{ of: 'straight', x: 0, y: 0, length: -1, tilt: 0 }, /length/],
])('%j is refused', (shape, message) => {
  expect(() => shapeContour(shape)).toThrow(message);
});
