import { describe, expect, it } from 'vitest';
import { newReading, pathReader } from '../path';
import { helixPath, measureSpacePath, readRide, RIDE_NUMBERS, rideAlong, roundedPath, upsAlong } from '.';

const corners = (radius: number, closed: boolean) =>
  measureSpacePath(
    roundedPath(
      [
        { x: 0, y: 0, z: 0, radius },
        { x: 300, y: 0, z: 160, radius },
        { x: 320, y: 260, z: 0, radius },
        { x: -20, y: 240, z: 150, radius },
      ],
      closed,
    ),
  );

describe('a ride', () => {
  for (const [name, path] of [
    ['a rounded loop', corners(60, true)],
    ['a helix', measureSpacePath(helixPath({ from: 40, to: 20, rise: 100, turns: 3, hand: 'ccw' }))],
  ] as const) {
    it(`tells of ${name} what its path tells, and up as it is`, () => {
      const ride = rideAlong(path, { by: 'least-twist' }, 10);
      const places = Float64Array.from({ length: 500 }, (_, i) => (path.length * (i + 0.37)) / 500);
      const { ups } = upsAlong(path, places, { by: 'least-twist' });
      const read = pathReader(path);
      const at = newReading();
      const out = new Float64Array(RIDE_NUMBERS);
      places.forEach((s, i) => {
        read(s, at);
        readRide(ride, s, out);
        [at[0], at[1], at[5]].forEach((value, c) => expect(out[c]).toBeCloseTo(value, 3));
        [at[2], at[3], at[6]].forEach((value, c) => expect(Math.abs(out[3 + c] - value)).toBeLessThan(3e-3));
        [0, 1, 2].forEach((c) => expect(Math.abs(out[6 + c] - ups[3 * i + c])).toBeLessThan(1e-3));
      });
    });
  }

  it('goes round corners on both of their sides, and midway on them', () => {
    const path = corners(0, true);
    const ride = rideAlong(path, { by: 'fixed', up: { x: 0, y: 0, z: 1 } }, 10);
    const first = Math.hypot(300, 160);
    const out = new Float64Array(RIDE_NUMBERS);
    readRide(ride, first - 0.4, out);
    expect([...out.slice(0, 3)].map((v) => v.toFixed(6))).toEqual(
      [300 - (0.4 * 300) / first, 0, 160 - (0.4 * 160) / first].map((v) => v.toFixed(6)),
    );
    readRide(ride, first, out);
    expect([...out.slice(0, 3)].map((v) => v.toFixed(6))).toEqual(['300.000000', '0.000000', '160.000000']);
    expect(Math.hypot(out[3], out[4], out[5])).toBeCloseTo(1, 12);
    readRide(ride, first + 0.4, out);
    expect(out[1]).toBeGreaterThan(0.2);
  });

  it('runs on straight beyond the ends of an open path, and round a closed one', () => {
    const open = corners(60, false);
    const ride = rideAlong(open, { by: 'least-twist' }, 10);
    const [a, b] = [new Float64Array(RIDE_NUMBERS), new Float64Array(RIDE_NUMBERS)];
    readRide(ride, open.length, a);
    readRide(ride, open.length + 7, b);
    for (let c = 0; c < 3; c++) expect(b[c]).toBeCloseTo(a[c] + 7 * a[3 + c], 9);
    const round = rideAlong(corners(60, true), { by: 'least-twist' }, 10);
    readRide(round, 12, a);
    readRide(round, 12 + round.length, b);
    expect([...b].map((v) => v.toFixed(9))).toEqual([...a].map((v) => v.toFixed(9)));
  });
});
