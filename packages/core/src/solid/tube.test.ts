import { describe, expect, it } from 'vitest';
import { measureMesh } from './measure';
import { Tube } from './tube';

/** As many chords as needed round a helix of radius R and rise c. */
function helix(R: number, c: number, turns: number, perTurn: number): Float64Array {
  const n = turns * perTurn;
  const out = new Float64Array(3 * (n + 1));
  for (let i = 0; i <= n; i++) {
    const a = (2 * Math.PI * i) / perTurn;
    out.set([R * Math.cos(a), R * Math.sin(a), (c * i) / perTurn], 3 * i);
  }
  return out;
}
const measured = (tube: Tube) =>
  measureMesh({ positions: Float64Array.from(tube.positions), triangles: tube.triangles });

describe('a wire along a line', () => {
  it('holds what its section times its length is (Pappus: the section’s centroid is on the line)', () => {
    const [R, c, r, sides, turns] = [10, 4, 1, 24, 3];
    const tube = new Tube(turns * 96 + 1, r, sides);
    tube.lay(helix(R, c, turns, 96));
    const section = (sides / 2) * r * r * Math.sin((2 * Math.PI) / sides);
    const length = turns * Math.hypot(2 * Math.PI * R, c);
    expect(measured(tube).volume / (section * length)).toBeCloseTo(1, 2);
  });

  it('normals are square to the line, and its triangles face outward whichever way it runs', () => {
    for (const points of [
      Float64Array.of(0, 0, 0, 10, 0, 0, 20, 0, 0),
      Float64Array.of(0, 0, 20, 0, 0, 10, 0, 0, 0),
      Float64Array.of(0, 0, 0, 5, 5, 0, 10, 0, 3),
    ]) {
      const tube = new Tube(3, 1, 8);
      tube.lay(points);
      expect(measured(tube).volume).toBeGreaterThan(0);
    }
    const straight = new Tube(2, 2, 12);
    straight.lay(Float64Array.of(0, 0, 0, 0, 7, 0));
    for (let i = 0; i < 2 * 12 * 3; i += 3) {
      expect(straight.normals[i + 1]).toBeCloseTo(0, 6);
      expect(Math.hypot(straight.positions[i], straight.positions[i + 2])).toBeCloseTo(2, 5);
    }
  });

  it('laid again it is written into the same arrays', () => {
    const tube = new Tube(2, 1);
    const { positions } = tube;
    tube.lay(Float64Array.of(0, 0, 0, 5, 0, 0));
    const before = positions.slice();
    tube.lay(Float64Array.of(0, 0, 0, 9, 0, 0));
    expect(tube.positions).toBe(positions);
    expect(positions).not.toEqual(before);
  });

  it('two stations in one place do not break it', () => {
    const tube = new Tube(3, 1);
    tube.lay(Float64Array.of(0, 0, 0, 0, 0, 0, 5, 0, 0));
    expect(tube.positions.every(Number.isFinite)).toBe(true);
  });
});

describe('ends that are ground off', () => {
  it('a slanting rod between two planes holds π r² h / cos α (Cavalieri), flat on both', () => {
    const [sides, h] = [64, 10];
    const slope = Math.tan(0.2);
    const tube = new Tube(11, 1, sides);
    // Its ends lie in the planes x = 0 and x = h, and are cut there.
    const points = Float64Array.from(
      Array.from({ length: 11 }, (_, i) => [
        i - (i === 0 ? 0.5 : 0) + (i === 10 ? 0.5 : 0),
        slope * i,
        0,
      ]).flat(),
    );
    tube.lay(points, { from: [0, 0, 0], to: [h, 0, 0] });
    const xs = [...tube.positions].filter((_, i) => i % 3 === 0);
    expect(Math.min(...xs)).toBe(0);
    expect(Math.max(...xs)).toBeCloseTo(h, 6);
    const section = (sides / 2) * Math.sin((2 * Math.PI) / sides);
    expect(measured(tube).volume / ((section * h) / Math.cos(0.2))).toBeCloseTo(1, 1);
    const flat = [...tube.normals].filter((_, i) => i % 3 === 0 && tube.positions[i] === 0);
    expect(flat.length).toBeGreaterThan(0);
    for (const x of flat) expect(x).toBe(-1);
  });
});
