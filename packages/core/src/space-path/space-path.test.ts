import { CatmullRomCurve3, CubicBezierCurve3, Vector3 } from 'three';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chordStepper, ringOn } from '../chain';
import { RelayError } from '../error';
import { DEFAULT_REQUEST, fitRow, placeArcs, spaceSource } from '../fit';
import { angle3, length3, mapped3, scale3, setDown, sub3, type Vec3 } from '../math';
import {
  inspectPath,
  measurePath,
  newReading,
  parsePathData,
  pathReader,
  spaceBounds,
  type MeasuredPath,
} from '../path';
import {
  helixPath,
  measureShape,
  measureSpacePath,
  raisedPath,
  roundedPath,
  scaleShape,
  type Helix,
  type SpaceContour,
  type SpaceShape,
} from '.';

const ROUND: Helix = { from: 40, to: 40, rise: 150, turns: 3, hand: 'ccw' };
const helix = (change: Partial<Helix> = {}): MeasuredPath =>
  measureSpacePath(helixPath({ ...ROUND, ...change }));
const planar = (d: string): MeasuredPath => measurePath(parsePathData(d)[0]);

/** Where a path is, which way it goes, and how much it bends. */
function readAt(path: MeasuredPath, s: number): { at: Vec3; way: Vec3; bend: number } {
  const out = newReading();
  pathReader(path)(s, out);
  return { at: { x: out[0], y: out[1], z: out[5] }, way: { x: out[2], y: out[3], z: out[6] }, bend: out[4] };
}

/** What the reader says of way and bend agrees with what it says of places near by (differences of places). */
function expectSmooth(path: MeasuredPath, s: number, near = 1e-4 * path.length): void {
  const [a, b, c] = [readAt(path, s - near), readAt(path, s), readAt(path, s + near)];
  expect(length3(b.way)).toBeCloseTo(1, 12);
  const way = sub3(c.at, a.at);
  expect(angle3(way, b.way)).toBeLessThan(1e-5);
  expect(length3(way) / (2 * near)).toBeCloseTo(1, 5);
  expect(Math.abs(angle3(a.way, c.way) / (2 * near) - b.bend)).toBeLessThan(
    2e-4 * Math.max(b.bend, 1 / path.length) + 1e-9,
  );
}

/** Pins of a closed row stand at equal distances, at any phase. */
function expectEqualChords(path: MeasuredPath, links: number): void {
  const solver = ringOn(path, links);
  for (const travel of [0, 0.31, 5.75]) {
    const found = solver.solve(solver.phaseAt(travel))!;
    expect(found).not.toBeNull();
    const pins = [...found.s].map((s) => readAt(path, s).at);
    pins.forEach((pin, i) => {
      const chord = length3(sub3(pins[(i + 1) % links], pin));
      expect(Math.abs(chord / found.chord - 1)).toBeLessThan(1e-9);
    });
  }
}

describe('a helix', () => {
  it('of one radius: its length and its bend by their closed forms', () => {
    // n sqrt((2 π r)² + h²), h the rise of a turn; curvature a / (a² + c²), c the rise a radian.
    const path = helix();
    expect(path.length / (3 * Math.hypot(80 * Math.PI, 50))).toBeCloseTo(1, 12);
    const c = 50 / (2 * Math.PI);
    for (const s of [0, 11, 333, path.length])
      expect(readAt(path, s).bend * (1600 + c * c)).toBeCloseTo(40, 9);
    expect(length3(sub3(readAt(path, path.length).at, { x: 40, y: 0, z: 150 }))).toBeLessThan(1e-9);
  });

  it('conical: its length by the integral in closed form', () => {
    // ds = sqrt(k² + h² + R²) dθ with R = R₀ + k θ, h the rise a radian:
    // L = [R sqrt(R² + q²) + q² asinh(R / q)] / 2 k between both radii, q² = k² + h².
    for (const [turns, known] of [
      [1, 376.735274516],
      [3, 965.499237171],
    ]) {
      const path = helix({ from: 70, to: 30, rise: 200, turns });
      const [k, h] = [-40 / (2 * Math.PI * turns), 200 / (2 * Math.PI * turns)];
      const q = Math.hypot(k, h);
      const upTo = (r: number): number => (r * Math.hypot(r, q) + q * q * Math.asinh(r / q)) / (2 * k);
      expect(Math.abs(path.length / (upTo(30) - upTo(70)) - 1)).toBeLessThan(1e-11);
      expect(path.length).toBeCloseTo(known, 8);
      for (let i = 1; i < 20; i++) expectSmooth(path, (i / 20) * path.length);
    }
  });

  it('turns the way that is asked for, and falls where its rise is below zero', () => {
    const path = helix({ hand: 'cw', rise: -60, turns: 1.25 });
    const quarter = readAt(path, path.length / 5).at;
    expect(length3(sub3(quarter, { x: 0, y: -40, z: -12 }))).toBeLessThan(1e-9);
  });

  it('pins of equal chords stand at equal angles: c² = 4 R² sin²(δ / 2) + (h δ / 2 π)²', () => {
    const path = helix();
    const step = chordStepper(pathReader(path));
    const places = [0];
    for (let i = 0; i < 40; i++) places.push(step(places[i], 12.5, path.length)!);
    const angles = places.map((s) => {
      const { x, y, z } = readAt(path, s).at;
      // Which turn it is on its height says.
      const whole = (z / 150) * 6 * Math.PI;
      return whole + Math.atan2(Math.sin(Math.atan2(y, x) - whole), Math.cos(Math.atan2(y, x) - whole));
    });
    const delta = angles[1] - angles[0];
    expect(4 * 1600 * Math.sin(delta / 2) ** 2 + ((50 * delta) / (2 * Math.PI)) ** 2).toBeCloseTo(
      12.5 ** 2,
      8,
    );
    for (let i = 1; i < angles.length; i++) expect(angles[i] - angles[i - 1]).toBeCloseTo(delta, 9);
  });

  it.each([
    [{ turns: 0 }, /more than zero/],
    [{ turns: 10_000 }, /at most 1000 times/],
    [{ turns: NaN }, /as numbers/],
    [{ from: -1 }, /zero or more/],
    [{ from: 0, to: 0 }, /above zero/],
    [{ rise: 2e7 }, /at most 10 km/],
  ])('that cannot be says why: %j', (change, words) => {
    expect(() => helix(change)).toThrow(words);
  });
});

describe('points in space with rounded corners', () => {
  const corner = fc.record({
    x: fc.integer({ min: -500, max: 500 }),
    y: fc.integer({ min: -500, max: 500 }),
    z: fc.integer({ min: -500, max: 500 }),
  });

  it('are as long as their legs, less 2 r tan(w / 2) − r w a corner, and turn nowhere at once', () => {
    let rounded = 0;
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 7 }), fc.boolean(), (places, closed) => {
        const points = places.map((p) => ({ ...p, radius: 9 }));
        let path: MeasuredPath;
        try {
          path = measureSpacePath(roundedPath(points, closed));
        } catch (error) {
          expect(error).toBeInstanceOf(RelayError);
          return;
        }
        rounded++;
        const many = points.length;
        let expected = 0;
        points.forEach((p, i) => {
          if (closed || i + 1 < many) expected += length3(sub3(points[(i + 1) % many], p));
          if (!closed && (i === 0 || i + 1 === many)) return;
          const [a, b] = [points[(i + many - 1) % many], points[(i + 1) % many]];
          const w = angle3(sub3(p, a), sub3(b, p));
          expected -= 9 * (2 * Math.tan(w / 2) - w);
        });
        expect(Math.abs(path.length / expected - 1)).toBeLessThan(1e-9);
        for (const s of path.starts.subarray(1, -1))
          expect(angle3(readAt(path, s - 1e-7).way, readAt(path, s + 1e-7).way)).toBeLessThan(1e-6);
      }),
      { numRuns: 300 },
    );
    expect(rounded).toBeGreaterThan(150);
  });

  it('a closed one begins at its first point, or behind the rounding there', () => {
    for (const [radius, x] of [
      [0, 0],
      [10, 10],
    ]) {
      const corners = [
        [0, 0],
        [100, 0],
        [100, 100],
        [0, 100],
      ];
      const path = measureSpacePath(
        roundedPath(
          corners.map(([px, py]) => ({ x: px, y: py, z: 7, radius })),
          true,
        ),
      );
      expect(length3(sub3(readAt(path, 0).at, { x, y: 0, z: 7 }))).toBeLessThan(1e-12);
      expect(readAt(path, 1).way.x).toBeCloseTo(1, 12);
    }
  });

  it('a corner is rounded in the plane of its legs, at its radius', () => {
    const points = [
      { x: 0, y: 0, z: 0, radius: 0 },
      { x: 100, y: 0, z: 0, radius: 20 },
      { x: 100, y: 0, z: 80, radius: 0 },
    ];
    const path = measureSpacePath(roundedPath(points, false));
    expect(path.length).toBeCloseTo(80 + 10 * Math.PI + 60, 10);
    const middle = readAt(path, 80 + 5 * Math.PI);
    expect(
      length3(sub3(middle.at, { x: 80 + 20 * Math.SQRT1_2, y: 0, z: 20 - 20 * Math.SQRT1_2 })),
    ).toBeLessThan(1e-9);
    expect(middle.bend).toBeCloseTo(1 / 20, 12);
  });

  it.each([
    [[[1, 2, 3]], false, /at least 2 points that lie apart; there is 1/],
    [
      [
        [1, 2, 3],
        [1, 2, 3],
        [1, 2, 3],
      ],
      false,
      /at least 2 points/,
    ],
    [
      [
        [0, 0, 0],
        [9, 0, 0],
        [0, 0, 0],
      ],
      true,
      /at least 3 points that lie apart; there are 2/,
    ],
    [
      [
        [0, 0, 0],
        [50, 0, 0],
        [10, 0, 0],
      ],
      false,
      /At point 2 the path turns straight back/,
    ],
    [
      [
        [0, 0, 0],
        [5, 0, 0],
        [5, 0, 50],
      ],
      false,
      /only 5 mm lie between them. Make the radius at point 2 smaller/,
    ],
    [
      [
        [0, 0, 0],
        [2e7, 0, 0],
        [5, 0, 50],
      ],
      false,
      /beyond 10 km/,
    ],
    [
      [
        [0, 0, 0],
        [NaN, 0, 0],
        [5, 0, 50],
      ],
      false,
      /not a number/,
    ],
  ] as const)('%j that cannot be say why', (places, closed, words) => {
    const points = places.map(([x, y, z]) => ({ x, y, z, radius: 9 }));
    expect(() => measureSpacePath(roundedPath(points, closed))).toThrow(words);
  });
});

describe('curves in space', () => {
  const p = (x: number, y: number, z: number): Vec3 => ({ x, y, z });
  const curve: SpaceContour = {
    closed: false,
    segments: [
      { kind: 'cubic', p0: p(0, 0, 0), p1: p(90, -20, 60), p2: p(-40, 130, 20), p3: p(70, 60, 110) },
    ],
  };

  it('is where its formula says, as long as many short chords of it (three as the other witness)', () => {
    const path = measureSpacePath(curve);
    const of = (v: Vec3): Vector3 => new Vector3(v.x, v.y, v.z);
    const [segment] = curve.segments;
    if (segment.kind !== 'cubic') throw new Error('no cubic');
    const witness = new CubicBezierCurve3(of(segment.p0), of(segment.p1), of(segment.p2), of(segment.p3));
    const many = 20_000;
    let chords = 0;
    const last = witness.getPoint(0);
    for (let i = 1; i <= many; i++) {
      const next = witness.getPoint(i / many);
      chords += next.distanceTo(last);
      last.copy(next);
    }
    // Chords fall short by the square of their length.
    expect(path.length - chords).toBeGreaterThan(0);
    expect(path.length / chords - 1).toBeLessThan(1e-7);
    for (let i = 1; i < 20; i++) expectSmooth(path, (i / 20) * path.length);
    expect(length3(sub3(readAt(path, path.length).at, segment.p3))).toBeLessThan(1e-9);
  });

  it('a path of the plane that is laid into space has the same length and the same closed row', () => {
    const d = 'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z';
    const map = setDown({ x: 0.7, y: -1.1, z: 2.3 }, { x: 40, y: -30, z: 900 });
    const to = ({ x, y }: { x: number; y: number }): Vec3 => {
      const [u, v, w] = mapped3(map, x, y, 0);
      return { x: u, y: v, z: w };
    };
    const [contour] = parsePathData(d);
    const flat = measurePath(contour);
    const laid = measureSpacePath({
      closed: true,
      segments: contour.segments.map((piece) => {
        if (piece.kind !== 'cubic') throw new Error('no cubic');
        return { kind: 'cubic', p0: to(piece.p0), p1: to(piece.p1), p2: to(piece.p2), p3: to(piece.p3) };
      }),
    });
    expect(Math.abs(laid.length / flat.length - 1)).toBeLessThan(1e-11);
    const [a, b] = [flat, laid].map((path) => ringOn(path, 83));
    for (const travel of [0, 0.4]) {
      const [one, other] = [a, b].map((solver) => solver.solve(solver.phaseAt(travel))!);
      expect(Math.abs(one.chord / other.chord - 1)).toBeLessThan(1e-10);
      one.s.forEach((s, i) => expect(Math.abs(s - other.s[i])).toBeLessThan(1e-8 * flat.length));
    }
  });

  it('closed rows have equal chords at every phase, and close where marching round closes', () => {
    // A knotted loop through eight places; three’s own curve through them, in Bézier pieces by its tangents.
    const places = Array.from({ length: 8 }, (_, i) => {
      const angle = (i * Math.PI) / 4;
      return new Vector3(200 * Math.cos(angle), 150 * Math.sin(angle), 60 * Math.sin(2 * angle));
    });
    const tangent = (i: number): Vector3 =>
      places[(i + 1) % 8]
        .clone()
        .sub(places[(i + 7) % 8])
        .multiplyScalar(0.5);
    const segments = places.map((at, i) => {
      const next = places[(i + 1) % 8];
      return {
        kind: 'cubic' as const,
        p0: at.clone(),
        p1: at.clone().addScaledVector(tangent(i), 1 / 3),
        p2: next.clone().addScaledVector(tangent((i + 1) % 8), -1 / 3),
        p3: next.clone(),
      };
    });
    const path = measureSpacePath({ closed: true, segments });
    const witness = new CatmullRomCurve3(places, true, 'catmullrom', 0.5);
    witness.arcLengthDivisions = 20_000;
    expect(path.length / witness.getLength() - 1).toBeLessThan(1e-6);
    expectEqualChords(path, 61);
    // An independent march: by bisection over places of the curve, chord after chord, until 61 of them come round.
    const solver = ringOn(path, 61);
    const found = solver.solve(solver.phaseAt(0))!;
    let s = found.s[0];
    for (let i = 0; i < 61; i++) {
      const from = readAt(path, s).at;
      let [low, high] = [s + 0.5 * found.chord, s + 1.6 * found.chord];
      for (let k = 0; k < 60; k++) {
        const middle = (low + high) / 2;
        if (length3(sub3(readAt(path, middle).at, from)) < found.chord) low = middle;
        else high = middle;
      }
      s = high;
    }
    expect(Math.abs(s - found.s[0] - path.length)).toBeLessThan(1e-9 * path.length);
  });
});

describe('a planar path that is raised', () => {
  const circle = planar('M40 0A40 40 0 0 1 -40 0A40 40 0 0 1 40 0Z');

  it('at a constant slope is sqrt(1 + m²) times as long; an open circle of it is a helix', () => {
    const under = planar('M40 0A40 40 0 0 1 -40 0A40 40 0 0 1 40 0');
    const path = raisedPath(
      under,
      [
        { u: 0, z: 0 },
        { u: under.length, z: 50 },
      ],
      false,
    );
    const turn = helix({ rise: 50, turns: 1 });
    expect(Math.abs(path.length / turn.length - 1)).toBeLessThan(1e-12);
    for (const s of [0, 13, 100, 200, path.length]) {
      const [a, b] = [readAt(path, s), readAt(turn, s)];
      expect(length3(sub3(a.at, b.at))).toBeLessThan(1e-8);
      expect(length3(sub3(a.way, b.way))).toBeLessThan(1e-9);
      expect(a.bend).toBeCloseTo(b.bend, 9);
    }
  });

  it('smooth: as long as its integral, through its stations, and without rising above them', () => {
    const stations = [
      { u: 20, z: 0 },
      { u: 90, z: 60 },
      { u: 120, z: 60 },
      { u: 200, z: -20 },
    ];
    const path = raisedPath(circle, stations, true);
    let [highest, lowest] = [-Infinity, Infinity];
    let chords = 0;
    let last = readAt(path, 0).at;
    const many = 40_000;
    for (let i = 1; i <= many; i++) {
      const { at } = readAt(path, (i / many) * path.length * (1 - 1e-13));
      chords += length3(sub3(at, last));
      last = at;
      highest = Math.max(highest, at.z);
      lowest = Math.min(lowest, at.z);
    }
    expect(path.length / chords - 1).toBeGreaterThan(0);
    expect(path.length / chords - 1).toBeLessThan(1e-7);
    expect(highest).toBeCloseTo(60, 4);
    expect(lowest).toBeCloseTo(-20, 4);
    for (let i = 0; i < 25; i++) expectSmooth(path, ((i + 0.37) / 25) * path.length);
    expectEqualChords(path, 29);
  });

  it('closed: it meets itself in height, wherever its stations begin', () => {
    for (const smooth of [false, true]) {
      const path = raisedPath(
        circle,
        [
          { u: 100, z: 10 },
          { u: 180, z: -15 },
        ],
        smooth,
      );
      expect(path.closed).toBe(true);
      const [begins, ends] = [readAt(path, 0).at, readAt(path, path.length * (1 - 1e-14)).at];
      expect(length3(sub3(begins, ends))).toBeLessThan(1e-9);
    }
  });

  it('by one station it is level there, and as long as what is under it', () => {
    const path = raisedPath(circle, [{ u: 30, z: 7 }], true);
    expect(path.length).toBeCloseTo(circle.length, 10);
    expect(readAt(path, 77).at.z).toBe(7);
  });

  it.each([
    [[], /at least one station/],
    [
      [
        { u: 10, z: 0 },
        { u: 10, z: 5 },
      ],
      /upright/,
    ],
    [
      [
        { u: 0, z: 0 },
        { u: 80 * Math.PI, z: 5 },
      ],
      /another height than it begins/,
    ],
    [[{ u: 400, z: 5 }], /not on the path, which is 251\.327 mm long/],
    [[{ u: NaN, z: 5 }], /no number/],
    [[{ u: 4, z: 1e9 }], /10 km/],
    [Array.from({ length: 10_001 }, (_, i) => ({ u: i / 100, z: 0 })), /at most 10000 stations/],
  ])('a profile that cannot be says why', (stations, words) => {
    expect(() => raisedPath(circle, stations, false)).toThrow(words);
  });

  it('what is in space already is not raised', () => {
    expect(() => raisedPath(helix(), [{ u: 0, z: 1 }], false)).toThrow(/raise one that is planar/);
  });
});

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
