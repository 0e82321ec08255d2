import { DEFAULT_REQUEST } from './fit';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawnContour, drawnFromContour } from './drawn';
import { roundCorners, smoothThrough, startAt, thinOut } from './edit';
import { RelayError } from './error';
import { fitRow } from './fit';
import { hang, hangContour, type HangBy } from './hang';
import { parallelContours } from './offset';
import { closeApproaches, measurePath, parsePathData, pathBounds, tightestBend } from './path';
import { routeRoundWheels } from './route';

/** Work that either gets done or says why in the words of the job; anything else is a fault of the program. */
function doneOrSaid(work: () => unknown): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    expect(error.message.length).toBeGreaterThan(10);
  }
}

/** Numbers of every size that a document can hold, and those just at its edges. */
const any = fc.oneof(
  fc.double({ min: -1e7, max: 1e7, noNaN: true }),
  fc.double({ min: -1, max: 1, noNaN: true }),
  fc.constantFrom(0, 1e-9, 1e7, -1e7, 1e-300, 100),
);
const size = fc.oneof(
  fc.double({ min: 1e-9, max: 1e7, noNaN: true }),
  fc.double({ min: 0.1, max: 300, noNaN: true }),
  fc.constantFrom(1e-12, 1e7),
);
const place = fc.integer({ min: -2000, max: 2000 }).map((n) => n / 10);
const flag = fc.integer({ min: 0, max: 1 });
const radius = fc.integer({ min: 0, max: 200 });
const command = fc.oneof(
  fc.tuple(place, place).map((n) => `L${n.join(' ')}`),
  fc.tuple(place, place, place, place, place, place).map((n) => `C${n.join(' ')}`),
  fc.tuple(radius, radius, radius, flag, flag, place, place).map((n) => `A${n.join(' ')}`),
);
const anyPath = fc
  .tuple(fc.array(command, { minLength: 1, maxLength: 7 }), fc.boolean())
  .map(([commands, closed]) => `M0 0${commands.join('')}${closed ? 'Z' : ''}`);

describe('whatever is given, it is done or it is said why not (properties)', () => {
  it('hanging rows', () => {
    fc.assert(
      fc.property(
        any,
        any,
        any,
        any,
        size,
        fc.constantFrom('length', 'sag', 'count'),
        (a, b, c, d, e, by) => {
          const how: HangBy =
            by === 'length'
              ? { by, length: e }
              : by === 'sag'
                ? { by, sag: e }
                : {
                    by: 'count',
                    count: Math.min(200, Math.ceil(e)),
                    pitch: Math.abs(a) / 100 + 0.1,
                    pieces: 'stiff',
                  };
          doneOrSaid(() => measurePath(hangContour(hang({ x: a, y: b }, { x: c, y: d }, how))));
        },
      ),
      { numRuns: 600, seed: 1 },
    );
  });

  it('spans with slack', () => {
    fc.assert(
      fc.property(any, any, size, size, size, fc.constantFrom('ccw', 'cw'), (x, y, r, R, slack, turn) => {
        doneOrSaid(() =>
          routeRoundWheels(
            [
              { id: 'a', x: 0, y: 0, radius: r, turn: 'ccw', slack },
              { id: 'b', x, y, radius: R, turn },
            ],
            true,
          ),
        );
      }),
      { numRuns: 600, seed: 2 },
    );
  });

  it('measuring, mending and fitting paths of all kinds of pieces', () => {
    fc.assert(
      fc.property(anyPath, size, (d, number) => {
        const [contour] = parsePathData(d);
        if (!contour) return;
        const by = Math.max(0.5, number % 50);
        doneOrSaid(() => {
          const path = measurePath(contour);
          pathBounds(path);
          tightestBend(path);
          closeApproaches(path, by);
        });
        doneOrSaid(() => measurePath(roundCorners(contour, number).contour));
        doneOrSaid(() => thinOut(contour, number));
        doneOrSaid(() => drawnContour(drawnFromContour(contour)));
        doneOrSaid(() => smoothThrough(drawnFromContour(contour).points, contour.closed));
        doneOrSaid(() => startAt(contour, number));
        for (const side of [by, -by])
          doneOrSaid(() =>
            parallelContours(contour, side, { corners: 'sharp', tolerance: 1e-2 }).map(measurePath),
          );
        doneOrSaid(() =>
          fitRow(
            { kind: 'contour', contour },
            {
              ...DEFAULT_REQUEST,
              pitch: Math.max(3, by),
              pieces: 'stiff',
              multiple: 1,
              rounding: 'nearest',
              hold: 'path',
              count: null,
            },
          ),
        );
      }),
      { numRuns: 60, seed: 3 },
    );
  });

  it('paths of next to no size', () => {
    expect(() => measurePath(parsePathData('M0 0L1e-20 0L0 3e-30Z')[0])).toThrow(/no length/);
    for (const d of [
      'M0 0C-7.4e-323 3e-60 -7e-323 3.7e-110 -9e-129 -2e-135Z',
      'M0 0L6e-323 9e-323L1e-227 -1e-46',
      'M0 0A1e-31 4e-114 46 1 1 6e-83 3e-196Z',
    ]) {
      for (const contour of parsePathData(d)) {
        doneOrSaid(() => measurePath(contour));
        doneOrSaid(() => parallelContours(contour, 3, { corners: 'round', tolerance: 1e-3 }));
      }
    }
  });
});
