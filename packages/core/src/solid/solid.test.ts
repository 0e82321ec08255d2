import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aboutY, aboutZ, joinMeshes, mapMesh, moved, turnedAboutX, type Mesh } from './mesh';
import { measureMesh } from './measure';
import { bar, bushing, revolve, sidesOf } from './revolve';
import { extrude, triangulate } from './extrude';
import { insetRing, nested, ringArea, ringsOf } from './rings';
import { roundSection, sweep } from './sweep';

const square = (x: number, y: number, half: number): Float64Array =>
  Float64Array.of(x - half, y - half, x + half, y - half, x + half, y + half, x - half, y + half);
const length = fc.double({ min: 0.1, max: 1000, noNaN: true });

/** Closed, outward, two-manifold, with the Euler number of its holes. */
function expectSolid(mesh: Mesh, euler: number): ReturnType<typeof measureMesh> {
  const found = measureMesh(mesh);
  expect(found.openEdges).toBe(0);
  expect(found.euler).toBe(euler);
  expect(found.volume).toBeGreaterThan(0);
  return found;
}

describe('plates', () => {
  it('a box weighs and measures what a box does', () => {
    const found = expectSolid(extrude([square(0, 0, 5)], -1, 2), 2);
    expect(found.volume).toBeCloseTo(300, 9);
    expect(found.area).toBeCloseTo(2 * 100 + 4 * 30, 9);
    expect(found.bounds).toEqual([-5, -5, -1, 5, 5, 2]);
    expect([found.vertices, found.triangles]).toEqual([8, 12]);
  });

  it('eased edges take the four prisms and four corners off that a chamfer takes', () => {
    // Prismatoid formula (Harris and Stocker, Handbook of Mathematics): h / 6 (A₀ + 4 A_m + A₁) for either slope.
    const [a, e, t] = [10, 0.5, 3];
    const slope = (e / 6) * ((a - 2 * e) ** 2 + 4 * (a - e) ** 2 + a * a);
    const found = expectSolid(extrude([square(0, 0, a / 2)], 0, t, e), 2);
    expect(found.volume).toBeCloseTo(a * a * (t - 2 * e) + 2 * slope, 9);
  });

  it('each bore takes two from its Euler number', () => {
    const outer = square(0, 0, 10);
    for (let n = 0; n < 5; n++) {
      const holes = Array.from({ length: n }, (_, k) => square(-8 + 4 * k, 0, 1));
      const found = expectSolid(extrude(nested([outer, ...holes]), 0, 1, 0.1), 2 - 2 * n);
      expect(found.triangles % 2).toBe(0);
    }
  });

  it('corners in one line stay corners: no edge is left open', () => {
    // Corners of holes in line with each other and with those of the outline.
    const grid = [-6, -2, 2, 6].flatMap((x) => [-6, -2, 2, 6].map((y) => square(x, y, 1)));
    expectSolid(extrude(nested([square(0, 0, 8), ...grid]), 0, 1), 2 - 2 * 16);
    const split = Float64Array.of(0, 0, 1, 0, 2, 0, 3, 0, 3, 1, 3, 2, 2, 2, 1, 2, 0, 2, 0, 1);
    expectSolid(extrude([split], 0, 1), 2);
  });

  it('a disc within a tolerance weighs what a cylinder does, less what its chords cut off', () => {
    const tolerance = 0.01;
    const rings = ringsOf('M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z', tolerance);
    const { volume } = expectSolid(extrude(rings, 0, 2), 2);
    const whole = Math.PI * 100 * 2;
    expect(volume).toBeLessThan(whole);
    // A chord that strays by ε cuts off no more than 2/3 of its length times ε (Archimedes, the parabola’s segment, from above 4/3 of a triangle).
    expect(whole - volume).toBeLessThan(2 * Math.PI * 10 * tolerance * 2);
  });

  it('outlines that cross themselves, and plates without thickness, are refused in words', () => {
    expect(() => triangulate([Float64Array.of(0, 0, 10, 10, 10, 0, 0, 10)])).toThrow(/crosses itself/);
    expect(() => extrude([square(0, 0, 1)], 1, 1)).toThrow(/thickness above zero/);
    expect(() => extrude([], 0, 1)).toThrow(/needs an outline/);
  });

  it('where there is no room an edge is eased less, or stays sharp (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.2, max: 1, noNaN: true }), length), {
          minLength: 5,
          maxLength: 40,
        }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        length,
        (spokes, ease, thick) => {
          const ring = Float64Array.from(
            spokes.flatMap(([r], k) => {
              const a = (2 * Math.PI * k) / spokes.length;
              return [100 * r * Math.cos(a), 100 * r * Math.sin(a)];
            }),
          );
          const found = expectSolid(extrude([ring], 0, thick, ease), 2);
          expect(found.volume).toBeLessThanOrEqual(ringArea(ring) * thick * (1 + 1e-9));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('a ring drawn in is smaller by its length times the way, less the corners', () => {
    const inner = insetRing(square(0, 0, 5), 1)!;
    expect(ringArea(inner)).toBeCloseTo(64, 9);
    expect(insetRing(square(0, 0, 5), 6)).toBeNull();
  });
});

describe('turned solids', () => {
  it('a bar is a cylinder, a bushing a cylinder with a bore', () => {
    const tolerance = 0.001;
    const n = sidesOf(5, tolerance);
    // An inscribed polygon of n sides: n / 2 r² sin(2π / n).
    const polygon = (r: number, sides: number): number =>
      (sides / 2) * r * r * Math.sin((2 * Math.PI) / sides);
    expect(expectSolid(bar(-1, 9, 5, tolerance), 2).volume).toBeCloseTo(10 * polygon(5, n), 6);
    const ring = expectSolid(bushing(0, 10, 5, 3, tolerance), 0);
    expect(ring.volume).toBeCloseTo(10 * (polygon(5, n) - polygon(3, n)), 6);
    expect(Math.PI * 25 * 10 - 10 * polygon(5, n)).toBeLessThan(2 * Math.PI * 5 * 10 * tolerance);
  });

  it('chords keep to the tolerance, and no more sides are made than that needs', () => {
    fc.assert(
      fc.property(length, fc.double({ min: 1e-3, max: 1, noNaN: true }), (r, tolerance) => {
        const n = sidesOf(r, tolerance);
        const sagitta = (sides: number): number => r * (1 - Math.cos(Math.PI / sides));
        expect(n % 4).toBe(0);
        if (n < 720) expect(sagitta(n)).toBeLessThanOrEqual(tolerance * (1 + 1e-6));
        if (n > 8) expect(sagitta(n - 4)).toBeGreaterThan(tolerance * (1 - 1e-6));
      }),
    );
  });

  it('a ball weighs 4/3 π r³ as its sides grow', () => {
    const ball = (n: number): Mesh =>
      revolve(
        Array.from({ length: n + 1 }, (_, i): [number, number] => {
          const a = (Math.PI * i) / n;
          return [3 * Math.cos(a), i === 0 || i === n ? 0 : 3 * Math.sin(a)];
        }),
        2 * n,
      );
    const whole = (4 / 3) * Math.PI * 27;
    const [coarse, fine] = [whole - expectSolid(ball(32), 2).volume, whole - expectSolid(ball(64), 2).volume];
    // The fault of chords falls with the square of their count.
    expect(coarse / fine).toBeCloseTo(4, 1);
    expect(fine).toBeLessThan(whole * 0.005);
  });

  it('profiles that do not close are refused', () => {
    expect(() =>
      revolve(
        [
          [0, 0],
          [1, 1],
          [2, 1],
        ],
        8,
      ),
    ).toThrow(/from its axis to its axis/);
    expect(() =>
      revolve(
        [
          [0, 1],
          [1, 1],
        ],
        8,
      ),
    ).toThrow(/from its axis to its axis/);
  });
});

describe('swept solids', () => {
  const ringLine = (R: number, n: number) => {
    const points = new Float64Array(3 * n);
    const across = new Float64Array(3 * n);
    for (let i = 0; i < n; i++) {
      const a = (2 * Math.PI * i) / n;
      points.set([R * Math.cos(a), R * Math.sin(a), 0], 3 * i);
      across.set([Math.cos(a), Math.sin(a), 0], 3 * i);
    }
    return { points, across, closed: true };
  };

  it('a ring of wire weighs 2 π² R r² and has 4 π² R r of surface (Pappus)', () => {
    const [R, r, n] = [10, 2, 400];
    const { volume, area } = expectSolid(
      sweep(ringLine(R, n), () => roundSection(r, n)),
      0,
    );
    expect(Math.abs(volume / (2 * Math.PI ** 2 * R * r * r) - 1)).toBeLessThan(2e-4);
    expect(Math.abs(area / (4 * Math.PI ** 2 * R * r) - 1)).toBeLessThan(1e-4);
  });

  it('along a straight line it is a bar with flat ends', () => {
    const line = {
      points: Float64Array.of(0, 0, 0, 0, 0, 7),
      across: Float64Array.of(1, 0, 0, 1, 0, 0),
      closed: false,
    };
    const { volume } = expectSolid(
      sweep(line, () => square(0, 0, 1)),
      2,
    );
    expect(volume).toBeCloseTo(28, 9);
  });
});

describe('solids as they are set down', () => {
  const part = extrude([square(3, 1, 1)], 0, 5);

  it('moved and turned they keep their volume; mirrored their outside stays outside', () => {
    for (const mesh of [moved(part, 4, -2, 1e6), aboutY(part), aboutZ(part), turnedAboutX(part, 1)])
      expect(expectSolid(mesh, 2).volume).toBeCloseTo(20, 5);
    const mirrored = mapMesh(part, [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0]);
    expect(expectSolid(mirrored, 2).volume).toBeCloseTo(20, 9);
    expect(measureMesh(mirrored).bounds.slice(0, 1)).toEqual([-4]);
  });

  it('what lies about the x axis lies about the y and the z axis', () => {
    const pin = bar(1, 4, 0.5, 0.001);
    expect(measureMesh(aboutY(pin)).bounds.map((v) => Math.round(v * 100) / 100)).toEqual([
      -0.5, 1, -0.5, 0.5, 4, 0.5,
    ]);
    expect(measureMesh(aboutZ(pin)).bounds.map((v) => Math.round(v * 100) / 100)).toEqual([
      -0.5, -0.5, 1, 0.5, 0.5, 4,
    ]);
  });

  it('joined they count together, one body beside the other', () => {
    const both = expectSolid(joinMeshes([part, moved(part, 10, 0, 0)]), 4);
    expect(both.volume).toBeCloseTo(40, 9);
  });

  it('a missing triangle leaves three open edges, and one turned round three that do not agree', () => {
    expect(measureMesh({ ...part, triangles: part.triangles.slice(3) }).openEdges).toBe(3);
    const turned = part.triangles.slice();
    [turned[0], turned[1]] = [turned[1], turned[0]];
    expect(measureMesh({ ...part, triangles: turned }).openEdges).toBe(3);
  });
});
