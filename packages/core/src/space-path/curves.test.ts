import { CatmullRomCurve3, CubicBezierCurve3, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { ringOn } from '../chain';
import { length3, mapped3, setDown, sub3, type Vec3 } from '../math';
import { measurePath, parsePathData } from '../path';
import { measureSpacePath, type SpaceContour } from '.';
import { readAt, expectSmooth, expectEqualChords } from './space-path.testing';

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
