import { describe, expect, it } from 'vitest';
import { length3, sub3 } from '../math';
import { raisedPath } from '.';
import { helix, planar, readAt, expectSmooth, expectEqualChords } from './space-path.testing';

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
