import { DEFAULT_REQUEST } from './request';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import {
  fitCandidates,
  fitRow,
  MOST_CANDIDATES,
  placePins,
  type FitRequest,
  type FitSource,
  type Tension,
} from './index';

const tension = (wheel: string, more: Partial<Tension> = {}): Tension => ({
  wheel,
  dx: 1,
  dy: 0,
  min: -60,
  max: 60,
  ...more,
});
const request = (more: Partial<FitRequest> = {}): FitRequest => ({
  ...DEFAULT_REQUEST,
  pitch: 12.7,
  pieces: 'stiff',
  multiple: 1,
  rounding: 'nearest',
  hold: 'wheel',
  count: null,
  tension: tension('b'),
  ...more,
});
const sprockets = (centre = 400): FitSource => ({
  kind: 'route',
  closed: true,
  wheels: [
    { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: 17, pitch: 12.7 } },
    {
      id: 'b',
      name: 'head sprocket',
      x: centre,
      y: 0,
      turn: 'ccw',
      size: { by: 'teeth', teeth: 38, pitch: 12.7 },
    },
  ],
});
const failure = (work: () => unknown): RelayError => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return error;
    throw error;
  }
  throw new Error('it was done');
};

describe('one wheel moves', () => {
  // Machinery's Handbook, roller chain section, has C = p/8 [2X − z1 − z2 + √((2X − z1 − z2)² − (8/π²)(z2 − z1)²)].
  it('two sprockets of 17 and 38 teeth close on 90 links at 394.581 mm; the handbook’s formula says 394.592', () => {
    const fit = fitRow(sprockets(), request({ count: 90 }));
    expect(fit.closes).toBe(true);
    expect(400 + fit.takeUp!).toBeCloseTo(394.581, 3);
    const k = 2 * 90 - 17 - 38;
    const handbook = (12.7 / 8) * (k + Math.sqrt(k * k - (8 / Math.PI ** 2) * (38 - 17) ** 2));
    expect(handbook).toBeCloseTo(394.592, 3);
    // An approximation: a hundredth of a millimetre here. Dividing the pitch line’s length would say 394.153.
    expect(Math.abs(400 + fit.takeUp! - handbook)).toBeLessThan(0.012);
  });

  it('the pitch is the one asked for, on the mean of a cycle, and the last pin is the first', () => {
    const fit = fitRow(sprockets(), request({ count: 92 }));
    expect(Math.abs(fit.effectivePitch! / 12.7 - 1)).toBeLessThan(1e-12);
    const pins = placePins(fit, 0.3);
    for (let i = 0; i < 92; i++) {
      const j = (i + 1) % 92;
      const chord = Math.hypot(pins[2 * j] - pins[2 * i], pins[2 * j + 1] - pins[2 * i + 1]);
      // Within the ripple of this row.
      expect(Math.abs(chord / 12.7 - 1)).toBeLessThan(1e-4);
    }
    const [, b] = fit.layout.wheels;
    expect(b.x).toBeCloseTo(400 + fit.takeUp!, 9);
  });

  it('an idler outside a loop can go either way: the nearer place is taken', () => {
    const source: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [
        { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'radius', radius: 40 } },
        { id: 'b', x: 300, y: 0, turn: 'ccw', size: { by: 'radius', radius: 40 } },
        { id: 'i', x: 150, y: 50, turn: 'cw', size: { by: 'radius', radius: 20 } },
      ],
    };
    const plain = { pitch: 10, pieces: 'bending', hold: 'wheel' } as const;
    const base = fitRow(source, { ...request(plain), hold: 'path', tension: null });
    const more = fitRow(
      source,
      request({
        ...plain,
        count: base.count + 2,
        tension: tension('i', { dx: 0, dy: 1, min: -70, max: 5 }),
      }),
    );
    // Pressing an idler further in lengthens the way round it: downwards.
    expect(more.takeUp).toBeLessThan(0);
    expect(more.layout.path.length).toBeCloseTo(10 * (base.count + 2), 8);
  });

  it('a wheel that would leave the row is no answer: the place where it presses in is', () => {
    const source: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [
        { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: 17, pitch: 12.7 } },
        { id: 'b', x: 393, y: 48, turn: 'ccw', size: { by: 'teeth', teeth: 38, pitch: 12.7 } },
        { id: 'i', x: 176, y: 92, turn: 'cw', size: { by: 'radius', radius: 30 } },
      ],
    };
    // Some 15 mm further out it leaves the chain, which would then go all the way round it.
    const fit = fitRow(
      source,
      request({ count: 91, tension: tension('i', { dx: -0.29, dy: 0.96, min: -130, max: 130 }) }),
    );
    expect(fit.takeUp).toBeGreaterThan(-35);
    expect(fit.takeUp).toBeLessThan(-25);
    expect(fit.effectivePitch).toBeCloseTo(12.7, 9);
  });

  it('the answer does not depend on how long the direction is given', () => {
    const a = fitRow(sprockets(), request({ count: 90 }));
    const b = fitRow(sprockets(), request({ count: 90, tension: tension('b', { dx: 250 }) }));
    expect(b.takeUp).toBeCloseTo(a.takeUp!, 9);
  });

  it('whatever the route, what is found closes at the pitch within its travel (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 220, max: 900 }),
        fc.integer({ min: 9, max: 45 }),
        fc.integer({ min: 9, max: 45 }),
        fc.integer({ min: -3, max: 3 }),
        (centre, z1, z2, extra) => {
          const source: FitSource = {
            kind: 'route',
            closed: true,
            wheels: [
              { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: z1, pitch: 12.7 } },
              { id: 'b', x: centre, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: z2, pitch: 12.7 } },
            ],
          };
          const near = Math.round(fitRow(source, request({ hold: 'path', tension: null })).ideal);
          const fit = fitRow(source, request({ count: near + extra }));
          expect(Math.abs(fit.effectivePitch! / 12.7 - 1)).toBeLessThan(1e-11);
          expect(Math.abs(fit.takeUp!)).toBeLessThan(60);
          // One more link needs about half a pitch more between the wheels.
          expect(
            Math.sign(fit.takeUp!) === Math.sign(extra) || Math.abs(extra) === 0 || Math.abs(fit.takeUp!) < 7,
          ).toBe(true);
        },
      ),
      { numRuns: 25, seed: 6 },
    );
  });
});

describe('a wheel that cannot', () => {
  it('says what is missing or slack at the best place of its travel', () => {
    const short = failure(() =>
      fitRow(sprockets(), request({ count: 96, tension: tension('b', { min: -10, max: 10 }) })),
    );
    expect(short.code).toBe('wheel-travel');
    expect(short.subject.wheels).toEqual(['b']);
    expect(short.message).toMatch(
      /The head sprocket cannot make room for 96 at a pitch of 12\.7 mm between -10 mm and 10 mm: at best the path is still [\d.]+ mm too short/,
    );
    const long = failure(() =>
      fitRow(sprockets(), request({ count: 84, tension: tension('b', { min: -10, max: 10 }) })),
    );
    expect(long.message).toMatch(/still [\d.]+ mm too long/);
  });

  it.each([
    ['another wheel', { tension: tension('ghost') }, /does not go round the wheel “ghost”/],
    ['none', { tension: null }, /Say which wheel may move/],
    ['no direction', { tension: tension('b', { dx: 0 }) }, /needs a direction/],
    [
      'limits the wrong way round',
      { tension: tension('b', { min: 5, max: -5 }) },
      /is none. Put the smaller number first/,
    ],
    ['a limit that is no number', { tension: tension('b', { min: NaN }) }, /is none/],
  ])('refuses %s', (_, more, message) => {
    const error = failure(() => fitRow(sprockets(), request(more)));
    expect(error.code).toBe('tension-invalid');
    expect(error.message).toMatch(message);
  });

  it('a line has no wheels', () => {
    const line: FitSource = {
      kind: 'contour',
      contour: { closed: false, segments: [{ kind: 'line', a: { x: 0, y: 0 }, b: { x: 100, y: 0 } }] },
    };
    expect(failure(() => fitRow(line, request())).code).toBe('tension-invalid');
  });
});

describe('candidates', () => {
  it('are counts about one, each with what it costs; those out of reach say why', () => {
    const found = fitCandidates(
      sprockets(),
      request({ multiple: 2, tension: tension('b', { min: -20, max: 10 }) }),
      90,
      7,
    );
    expect(found.map(({ count }) => count)).toEqual([84, 86, 88, 90, 92, 94, 96]);
    const made = found.filter(({ problem }) => problem === null);
    expect(made.map(({ count }) => count)).toEqual([88, 90, 92]);
    // A link more takes half a pitch and a little: the wrap turns with the distance.
    expect(made[1].takeUp! - made[0].takeUp!).toBeGreaterThan(12.7);
    expect(made[1].takeUp! - made[0].takeUp!).toBeLessThan(13);
    expect(found[0].problem).toMatch(/too long/);
    expect(found[6].problem).toMatch(/too short/);
  });

  it('never go below one piece, and never beyond the limit', () => {
    const found = fitCandidates(sprockets(), request({ hold: 'path', tension: null }), 2, 5);
    expect(found.map(({ count }) => count)).toEqual([1, 2, 3, 4, 5]);
    expect(found[0].problem).toMatch(/at least 3/);
    expect(fitCandidates(sprockets(), request({ hold: 'both', tension: null }), 90, 5000)).toHaveLength(
      MOST_CANDIDATES,
    );
  });
});
