import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findCorners, type MeasuredPath } from '../path';
import { measureSection, sectionRings, stockSection, type StockSection } from '../section';
import { rideAlong } from '../space-path';
import { helix, planar } from '../space-path/space-path.testing';
import { measureMesh, sweepBand, type Ring } from '../solid';
import {
  bandFold,
  bandLine,
  bandTwist,
  flatPlaces,
  shapingAlong,
  riddenPlaces,
  SECTION_NUMBERS,
  sectionOn,
  type BandLine,
  type ReadPlace,
  type SectionAt,
  type SectionStand,
} from './index';

const PLAIN: SectionStand = { side: 1, beside: 0, above: 0, roll: null, size: 1, shaping: null };
const circle = (r: number): MeasuredPath => planar(`M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`);
const stock = (shape: StockSection, width: number, height = width, wall = 1, tolerance = 1e-3): Ring[] =>
  sectionRings({ data: stockSection(shape, { width, height, wall }), wall: 0, mirrored: false }, tolerance);

function lineOn(path: MeasuredPath, at: SectionAt, rings: readonly Ring[], tolerance: number): BandLine {
  return bandLine(at, {
    ...{ from: 0, to: path.length, closed: path.closed, tolerance },
    corners: findCorners(path).map(({ s }) => s),
    stations: [],
    box: measureSection(rings).bounds,
  });
}
const on = (path: MeasuredPath, stand: Partial<SectionStand> = {}, places?: ReadPlace): SectionAt =>
  sectionOn(places ?? flatPlaces(path), { ...PLAIN, ...stand });
const weigh = (
  path: MeasuredPath,
  rings: readonly Ring[],
  tolerance: number,
  stand: Partial<SectionStand> = {},
): ReturnType<typeof measureMesh> =>
  measureMesh(sweepBand(lineOn(path, on(path, stand), rings, tolerance), rings));

describe('a band', () => {
  it('holds what Pappus says: a torus of R 40, r 5 the volume 2π² R r² and the area 4π² R r, nearer with half the tolerance', () => {
    const path = circle(40);
    const off = [0.04, 0.02, 0.01, 0.005].map((tolerance) => {
      const { volume, area, openEdges, euler } = weigh(path, stock('round', 10, 10, 1, tolerance), tolerance);
      expect([openEdges, euler]).toEqual([0, 0]);
      const whole = 2 * Math.PI ** 2 * 40 * 25;
      // Chords that stray by no more than the tolerance leave no more than a skin so thick.
      expect(whole - volume).toBeGreaterThan(0);
      expect(whole - volume).toBeLessThan(2 * tolerance * 4 * Math.PI ** 2 * 40 * 5);
      expect(Math.abs(area / (4 * Math.PI ** 2 * 40 * 5) - 1)).toBeLessThan(tolerance);
      return whole - volume;
    });
    expect(off[0] / off[3]).toBeGreaterThan(4);
  });

  it('holds area times length with its centroid on the path, also where its section is none that is round', () => {
    const path = planar('M0 0H60A20 20 0 0 1 60 40H0A20 20 0 0 1 0 0Z');
    const raw = stock('angle', 8, 6);
    const { area, centroid } = measureSection(raw);
    const rings = raw.map((ring) => ring.map((value, i) => value - (i % 2 === 0 ? centroid.x : centroid.y)));
    const off = [0.02, 0.01, 0.005].map((tolerance) =>
      Math.abs(weigh(path, rings, tolerance).volume - area * path.length),
    );
    expect(off[0]).toBeLessThan(0.02 * 28 * path.length);
    expect(off[2]).toBeLessThan(off[0] / 2);
  });

  it('holds A L exactly on a straight path, its ends closed by caps', () => {
    const path = planar('M0 0L30 40');
    const rings = stock('tube', 6, 6, 1);
    const line = lineOn(path, on(path), rings, 0.01);
    const capped = measureMesh(sweepBand(line, rings));
    expect(capped.volume).toBeCloseTo(measureSection(rings).area * 50, 8);
    // A tube has one hole through it.
    expect([capped.openEdges, capped.euler]).toEqual([0, 0]);
    const open = measureMesh(sweepBand(line, rings, false));
    expect(open.openEdges).toBe(2 * rings.reduce((sum, ring) => sum + ring.length / 2, 0));
  });

  it('is mitred at corners: a frame of four straight sides holds A times its length', () => {
    const path = planar('M0 0H60V40H0Z');
    const { volume, openEdges } = weigh(path, stock('rectangle', 4, 3), 0.01);
    expect(volume).toBeCloseTo(12 * 200, 6);
    expect(openEdges).toBe(0);
  });

  it('has rails 0.9 apart that differ by 2π · 0.9 in length on a closed loop', () => {
    const path = planar('M0 0H60A20 20 0 0 1 60 40H0A20 20 0 0 1 0 0Z');
    const rings = stock('rectangle', 0.2);
    const long = [-0.45, 0.45].map((beside) => weigh(path, rings, 1e-5, { beside }).volume / 0.04);
    expect(long[0] - long[1]).toBeCloseTo(2 * Math.PI * 0.9, 3);
  });

  it('is the same body on whichever side its section has its x, turned over', () => {
    const path = planar('M0 0H60A20 20 0 0 1 60 40H0A20 20 0 0 1 0 0Z');
    const rings = stock('angle', 8, 6);
    const [left, right] = ([1, -1] as const).map((side) => weigh(path, rings, 0.01, { side }));
    expect(left.volume).toBeGreaterThan(0);
    expect(right.volume).toBeGreaterThan(0);
    expect(left.bounds[2]).toBeCloseTo(right.bounds[2], 9);
  });

  it('keeps its edges to their curves within the tolerance, whatever the path and the shaping', () => {
    const rings = stock('rectangle', 6, 2);
    fc.assert(
      fc.property(
        fc.constantFrom(helix(), helix({ turns: 1, rise: 400 }), circle(25), planar('M0 0C80 0 0 60 90 50')),
        fc.array(
          fc.record({
            s: fc.double({ min: 0, max: 1, noNaN: true }),
            scale: fc.double({ min: 0.3, max: 2, noNaN: true }),
            roll: fc.double({ min: -3, max: 3, noNaN: true }),
          }),
          { minLength: 2, maxLength: 5 },
        ),
        fc.constantFrom(0.05, 0.01),
        (path, told, tolerance) => {
          const stations = told.map(({ s, ...rest }, i) => ({
            ...rest,
            lift: i,
            s: ((i + 0.1 + 0.8 * s) / told.length) * path.length,
          }));
          const shaping = shapingAlong(stations, path, true);
          const ride = rideAlong(path, { by: 'least-twist' }, 10);
          const at = on(path, { shaping }, riddenPlaces(ride));
          const line = bandLine(at, {
            ...{ from: 0, to: path.length, closed: path.closed, corners: [], tolerance },
            stations: stations.map(({ s }) => s),
            box: measureSection(rings).bounds,
          });
          expect(strayed(at, line, path.length)).toBeLessThan(1.3 * tolerance);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('is not taken for a straight one where its parts come back to where they began: a coil of 48 turns', () => {
    const path = helix({ turns: 48, rise: 20 });
    const rings = stock('round', 4, 4, 1, 0.01);
    const ride = rideAlong(path, { by: 'least-twist' }, 10);
    const line = lineOn(path, on(path, {}, riddenPlaces(ride)), rings, 0.05);
    const { volume } = measureMesh(sweepBand(line, rings));
    expect(volume / (measureSection(rings).area * path.length)).toBeCloseTo(1, 2);
  });

  it.each([
    ['of no length', () => bandLine(on(circle(10)), { ...RANGE, from: 3, to: 3 })],
    ['of too many sections', () => bandLine(on(circle(10)), { ...RANGE, to: 62.8, tolerance: 1e-9 })],
  ])('is refused where it is one %s', (_, make) => {
    expect(make).toThrow(expect.objectContaining({ code: 'band-invalid' }));
  });

  it('is refused with more triangles than a solid has', () => {
    const path = circle(10);
    const rings = stock('round', 2, 2, 1, 1e-6);
    expect(() => sweepBand(lineOn(path, on(path), rings, 1e-6), rings)).toThrow(/coarser tolerance/);
  });
});

const RANGE = {
  from: 0,
  to: 10,
  closed: false,
  corners: [],
  stations: [],
  box: [-1, -1, 1, 1],
  tolerance: 0.01,
} as const;

/** How far the edges of a section 6 by 2 are off at twelve places between every two stations, mm. */
function strayed(at: SectionAt, { places, frames, closed }: BandLine, length: number): number {
  const f = new Float64Array(SECTION_NUMBERS);
  let worst = 0;
  const n = places.length;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n;
    const to = j === 0 ? length : places[j];
    for (const [x, y] of [
      [-3, -1],
      [3, -1],
      [3, 1],
      [-3, 1],
    ]) {
      const of = (o: ArrayLike<number>, k: number): number[] =>
        [0, 1, 2].map((c) => o[k + c] + x * o[k + 3 + c] + y * o[k + 6 + c]);
      const [a, b] = [of(frames, 9 * i), of(frames, 9 * j)];
      const d = b.map((value, c) => value - a[c]);
      const long = Math.hypot(...d);
      for (let t = 1; t < 12; t++) {
        at(places[i] + ((to - places[i]) * t) / 12, f);
        const p = of(f, 0).map((value, c) => value - a[c]);
        const on = p.reduce((sum, value, c) => sum + value * d[c], 0) / (long * long);
        worst = Math.max(worst, Math.hypot(...p.map((value, c) => value - on * d[c])));
      }
    }
  }
  return worst;
}

describe('looking at a band', () => {
  const fold = (radius: number, width: number): ReturnType<typeof bandFold> => {
    const path = circle(radius);
    const rings = stock('rectangle', width, 2);
    return bandFold(lineOn(path, on(path), rings, 1e-3), rings);
  };

  it('finds where it folds over in a bend tighter than it reaches, and how wide it may be', () => {
    // A tube of outer radius 25 needs a bend radius of at least 25 (common practice).
    expect(fold(25, 49.9)).toBeNull();
    const found = fold(25, 60);
    expect(60 * found!.passes).toBeCloseTo(50, 1);
  });

  it('finds no fold where the section only reaches to the outside', () => {
    const path = circle(25);
    const rings = stock('rectangle', 60, 2);
    const outside = on(path, { beside: -31 });
    expect(bandFold(lineOn(path, outside, rings, 1e-2), rings)).toBeNull();
  });

  it('finds how much its edges slope: atan of reach times twist', () => {
    const path = planar('M0 0H100');
    const rings = stock('rectangle', 8, 6);
    const shaping = shapingAlong(
      [
        { s: 0, scale: 1, roll: 0, lift: 0 },
        { s: 100, scale: 1, roll: Math.PI, lift: 0 },
      ],
      path,
      false,
    );
    const twist = bandTwist(lineOn(path, on(path, { shaping }), rings, 1e-3), rings);
    expect(twist!.slope).toBeCloseTo(Math.atan((5 * Math.PI) / 100), 6);
    expect(bandTwist(lineOn(path, on(path), rings, 1e-3), rings)).toBeNull();
  });
});

describe('shaping along a path', () => {
  const told = [
    { s: 20, scale: 1, roll: 0, lift: 0 },
    { s: 60, scale: 2, roll: 1, lift: 5 },
  ];
  const read = (closed: boolean, smooth: boolean, s: number): number[] => {
    const out = new Float64Array(3);
    shapingAlong(told, { length: 100, closed }, smooth)(s, out);
    return [...out];
  };

  it('is as its stations say at them, level beyond the ends of an open path, round a closed one', () => {
    for (const smooth of [true, false]) {
      expect(read(false, smooth, 0)).toEqual([1, 0, 0]);
      expect(read(false, smooth, 100)).toEqual([2, 1, 5]);
      for (const closed of [true, false]) {
        expect(read(closed, smooth, 20)).toEqual([1, 0, 0]);
        expect(read(closed, smooth, 60)[0]).toBeCloseTo(2, 12);
      }
    }
    expect(read(true, false, 90)[0]).toBeCloseTo(1.5, 12);
    expect(read(true, false, 10)[0]).toBeCloseTo(1 + 1 / 6, 12);
    expect(read(false, false, 40)).toEqual([1.5, 0.5, 2.5]);
    expect(read(true, true, -40)[0]).toBeCloseTo(2, 12);
  });
});
