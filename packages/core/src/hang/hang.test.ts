import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { marchChords } from '../chain';
import { measurePath, newReading, pathBounds, pathReader, pieceEnd } from '../path';
import { hang, hangContour } from './index';

const at = (x: number, y: number): { x: number; y: number } => ({ x, y });

describe('a row hung between two anchors', () => {
  it('level anchors: length 2 a sinh(w / 2a) and sag a (cosh(w / 2a) − 1)', () => {
    const a = 70;
    const w = 100;
    const length = 2 * a * Math.sinh(w / (2 * a));
    const sag = a * (Math.cosh(w / (2 * a)) - 1);
    for (const how of [
      { by: 'length', length },
      { by: 'sag', sag },
    ] as const) {
      const found = hang(at(0, 10), at(w, 10), how);
      expect(found.piece.a).toBeCloseTo(a, 8);
      expect(found.length).toBeCloseTo(length, 9);
      expect(found.sag).toBeCloseTo(sag, 9);
    }
    expect(
      pathBounds(measurePath(hangContour(hang(at(0, 10), at(w, 10), { by: 'length', length }))))[1],
    ).toBeCloseTo(10 - sag, 9);
  });

  it('ends on its anchors, is as long as asked, and is read as a catenary, whichever way it runs (property)', () => {
    const number = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(
        number,
        number,
        number,
        number,
        fc.double({ min: 1.0001, max: 6, noNaN: true }),
        (x0, y0, x1, y1, k) => {
          fc.pre(Math.abs(x1 - x0) > 5);
          const d = Math.hypot(x1 - x0, y1 - y0);
          const { piece, length, sag } = hang(at(x0, y0), at(x1, y1), { by: 'length', length: k * d });
          const near = (p: { x: number; y: number }, x: number, y: number): void =>
            expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(1e-8 * length);
          near(pieceEnd(piece, 0), x0, y0);
          near(pieceEnd(piece, 1), x1, y1);
          const path = measurePath(hangContour({ piece, length, sag }));
          expect(Math.abs(path.length / (k * d) - 1)).toBeLessThan(1e-10);
          // Everywhere y = low + a cosh((x − low) / a) − a, and the bend is 1 / (a cosh²).
          const read = pathReader(path);
          const out = newReading();
          let deepest = 0;
          for (let i = 1; i < 8; i++) {
            read((path.length * i) / 8, out);
            const u = (out[0] - piece.low.x) / piece.a;
            expect(Math.abs(out[1] - piece.low.y - piece.a * (Math.cosh(u) - 1))).toBeLessThan(1e-7 * length);
            expect(Math.abs(out[4])).toBeCloseTo(1 / (piece.a * Math.cosh(u) ** 2), 6);
            const chord = y0 + ((out[0] - x0) / (x1 - x0)) * (y1 - y0);
            deepest = Math.max(deepest, chord - out[1]);
          }
          expect(deepest).toBeLessThanOrEqual(sag * (1 + 1e-6) + 1e-9 * length);
        },
      ),
      { numRuns: 150, seed: 3 },
    );
  });

  it('a sag asked for is the sag that comes, also between anchors at different heights', () => {
    for (const [dy, sag] of [
      [0, 0.01],
      [40, 3],
      [-120, 60],
      [10, 900],
    ])
      expect(hang(at(0, 0), at(100, dy), { by: 'sag', sag }).sag / sag).toBeCloseTo(1, 9);
  });

  it('a hanging row of twenty links over fourteen lengths: sag 6.404 for links whose slopes rise evenly, 6.394 for the catenary', () => {
    expect(hang(at(0, 0), at(14, 0), { by: 'length', length: 20 }).sag).toBeCloseTo(6.394, 3);
    // tan θ_k is linear in k for links hung by their pins: solved here on its own.
    const width = (slope: number): number =>
      Array.from({ length: 20 }, (_, k) => Math.cos(Math.atan(slope * (k - 9.5)))).reduce((a, b) => a + b, 0);
    let low = 0;
    let high = 10;
    for (let i = 0; i < 80; i++) {
      const mid = (low + high) / 2;
      if (width(mid) > 14) low = mid;
      else high = mid;
    }
    const sag = Array.from({ length: 10 }, (_, k) => Math.sin(Math.atan(low * (9.5 - k)))).reduce(
      (a, b) => a + b,
      0,
    );
    expect(sag).toBeCloseTo(6.404, 3);
  });

  it('a whole count of stiff links reaches from anchor to anchor exactly', () => {
    const found = hang(at(0, 0), at(140, 30), { by: 'count', count: 20, pitch: 10, pieces: 'stiff' });
    const path = measurePath(hangContour(found));
    const places = new Float64Array(21);
    expect(marchChords(pathReader(path), 0, 10, 20, path.length, places)).toBe(21);
    expect(Math.abs(places[20] - path.length)).toBeLessThan(1e-9 * path.length);
    // The line through the pins is longer than the links: chords cut its bend.
    expect(found.length).toBeGreaterThan(200);
    expect(hang(at(0, 0), at(140, 30), { by: 'count', count: 20, pitch: 10, pieces: 'bending' }).length).toBe(
      200,
    );
  });

  it('what cannot hang says why', () => {
    expect(() => hang(at(0, 0), at(100, 0), { by: 'length', length: 99 })).toThrow(
      /do not reach: the anchors are 100 mm apart/,
    );
    expect(() => hang(at(0, 0), at(0, 50), { by: 'length', length: 90 })).toThrow(/above the other/);
    expect(() => hang(at(0, 0), at(0, 0), { by: 'length', length: 90 })).toThrow(/one place/);
    expect(() => hang(at(0, 0), at(100, 0), { by: 'count', count: 9, pitch: 10, pieces: 'stiff' })).toThrow(
      /at least 11/,
    );
    for (const sag of [0, -1, NaN])
      expect(() => hang(at(0, 0), at(9, 0), { by: 'sag', sag })).toThrow(/above zero/);
  });
});
