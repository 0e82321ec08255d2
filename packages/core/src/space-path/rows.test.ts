import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, placeArcs, spaceSource } from '../fit';
import { length3, scale3, sub3 } from '../math';
import { inspectPath, parsePathData, spaceBounds } from '../path';
import {
  helixPath,
  measureShape,
  measureSpacePath,
  raisedPath,
  roundedPath,
  scaleShape,
  type SpaceShape,
} from '.';
import { ROUND, helix, planar, readAt } from './space-path.testing';

describe('rows on paths in space', () => {
  const request = { ...DEFAULT_REQUEST, pitch: 12.7 };
  const loop: SpaceShape = {
    kind: 'pieces',
    contour: roundedPath(
      [
        { x: 0, y: 0, z: 0, radius: 40 },
        { x: 300, y: 0, z: 60, radius: 40 },
        { x: 320, y: 260, z: 0, radius: 40 },
        { x: -20, y: 240, z: 110, radius: 40 },
      ],
      true,
    ),
  };

  it('close exactly, by the pitch or by the size of the path', () => {
    for (const hold of ['path', 'pitch'] as const) {
      const fit = fitRow(spaceSource(loop), { ...request, hold });
      expect(fit.closes).toBe(true);
      const { path } = fit.layout;
      const pins = [...placeArcs(fit, 0.4)].map((s) => readAt(path, s).at);
      const chords = pins.map((pin, i) => length3(sub3(pins[(i + 1) % pins.length], pin)));
      expect(Math.max(...chords) / Math.min(...chords) - 1).toBeLessThan(1e-9);
      if (hold === 'pitch') expect(Math.abs(fit.effectivePitch! / 12.7 - 1)).toBeLessThan(1e-9);
      else expect(fit.scale).toBe(1);
    }
  });

  it('with ends reach them: pins on a helix stand at equal angles', () => {
    const shape: SpaceShape = { kind: 'pieces', contour: helixPath(ROUND) };
    const fit = fitRow(spaceSource(shape), request);
    expect(fit.closes).toBe(true);
    const pins = [...placeArcs(fit, 0)].map((s) => readAt(fit.layout.path, s).at);
    expect(length3(sub3(pins[pins.length - 1], { x: 40, y: 0, z: 150 }))).toBeLessThan(1e-7);
    const rises = pins.slice(1).map((pin, i) => pin.z - pins[i].z);
    expect(Math.max(...rises) - Math.min(...rises)).toBeLessThan(1e-8);
  });

  it('a sharp corner in space stops them as one in the plane does, and is told', () => {
    const sharp = (points: readonly [number, number, number][]) =>
      fitRow(
        spaceSource({
          kind: 'pieces',
          contour: roundedPath(
            points.map(([x, y, z]) => ({ x, y, z, radius: 0 })),
            true,
          ),
        }),
        request,
      );
    // An equilateral triangle, stood up on one of its sides.
    const fit = sharp([
      [0, 0, 0],
      [200, 0, 0],
      [100, 0, 100 * Math.sqrt(3)],
    ]);
    expect(fit.closes).toBe(false);
    expect(fit.obstacles.map(({ s }) => Math.round(s))).toEqual([0, 200, 400]);
    for (const { turn } of fit.obstacles) expect(turn).toBeCloseTo((2 * Math.PI) / 3, 9);
  });

  it('a circle of any plane reaches R √(1 − n²) along an axis that its normal has a share n of', () => {
    for (let k = 0; k < 60; k++) {
      const [azimuth, height] = [k * 2.4, Math.sin(k * 1.7)];
      const flat = Math.sqrt(1 - height ** 2);
      const n = { x: flat * Math.cos(azimuth), y: flat * Math.sin(azimuth), z: height };
      const u = { x: -Math.sin(azimuth), y: Math.cos(azimuth), z: 0 };
      const v = { x: -n.z * u.y, y: n.z * u.x, z: n.x * u.y - n.y * u.x };
      // It begins anywhere.
      const [cos, sin] = [Math.cos(k), Math.sin(k)];
      const begin = { x: cos * u.x + sin * v.x, y: cos * u.y + sin * v.y, z: cos * u.z + sin * v.z };
      const along = { x: cos * v.x - sin * u.x, y: cos * v.y - sin * u.y, z: cos * v.z - sin * u.z };
      const circle = { kind: 'arc', u: begin, v: along, radius: 30, sweep: 2 * Math.PI } as const;
      const path = measureSpacePath({
        closed: true,
        segments: [{ ...circle, centre: { x: 7, y: -4, z: 90 } }],
      });
      const [x, y, z] = [n.x, n.y, n.z].map((share) => 30 * Math.sqrt(1 - share ** 2));
      [7 - x, -4 - y, 90 - z, 7 + x, -4 + y, 90 + z].forEach((side, i) =>
        expect(spaceBounds(path)[i]).toBeCloseTo(side, 9),
      );
    }
  });

  it('the box round a path, its corners and its tightest bend are told in space', () => {
    const path = helix();
    expect(spaceBounds(path).map((value) => Math.round(value * 1e6) / 1e6)).toEqual([
      -40, -40, 0, 40, 40, 150,
    ]);
    expect(inspectPath(path).corners).toEqual([]);
    const c = 50 / (2 * Math.PI);
    expect(inspectPath(path).minRadius).toBeCloseTo((1600 + c * c) / 40, 9);
    const raised = raisedPath(
      planar('M0 0H100'),
      [
        { u: 0, z: 0 },
        { u: 50, z: 50 },
        { u: 100, z: 50 },
      ],
      false,
    );
    const [corner, ...more] = inspectPath(raised).corners;
    expect(more).toEqual([]);
    expect(corner.turn).toBeCloseTo(Math.PI / 4, 9);
    expect(corner.s).toBeCloseTo(50 * Math.SQRT2, 9);
  });

  it('scaled about a place a path is as much longer, and stays where that is', () => {
    const shapes: SpaceShape[] = [
      loop,
      { kind: 'pieces', contour: helixPath({ ...ROUND, to: 20 }) },
      {
        kind: 'raised',
        under: parsePathData('M0 0C50 80 90 -40 200 30')[0],
        stations: [
          { u: 10, z: 5 },
          { u: 150, z: 60 },
        ],
        smooth: true,
      },
    ];
    const about = { x: 7, y: -3, z: 11 };
    for (const shape of shapes) {
      const [own, scaled] = [measureShape(shape), measureShape(scaleShape(shape, about, 1.7))];
      expect(Math.abs(scaled.length / own.length - 1.7)).toBeLessThan(1e-10);
      const [a, b] = [readAt(own, 0.3 * own.length).at, readAt(scaled, 0.3 * scaled.length).at];
      expect(length3(sub3(sub3(b, about), scale3(sub3(a, about), 1.7)))).toBeLessThan(1e-7);
    }
  });
});
