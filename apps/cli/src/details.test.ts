import { describe, expect, it } from 'vitest';
import { answer, file } from './program.testing';

interface Details {
  readonly fittedLength: number;
  readonly phases: number;
  readonly pitches: { readonly travel: number; readonly pitch: number }[];
  readonly wheels: { readonly id: string; readonly x: number; readonly y: number; readonly radius: number }[];
  readonly spans: {
    readonly from: string;
    readonly to: string;
    readonly leaves: [number, number];
    readonly reaches: [number, number];
    readonly s: number;
    readonly length: number;
    readonly catenary: { a: number; x0: number; y0: number; sag: number } | null;
  }[];
}
const wheels = file(
  'two-wheels.json',
  JSON.stringify({
    closed: true,
    wheels: [
      { id: 'small', x: 0, y: 0, teeth: 17, pitch: 12.7, turn: 'ccw' },
      { id: 'large', x: 400, y: 0, teeth: 38, pitch: 12.7, turn: 'ccw' },
    ],
  }),
);
const asked = ['fit', '--wheels', wheels, '--pitch', '12.7', '--multiple', '2', '--details'];
const detailsOf = async (...options: string[]): Promise<Details> =>
  ((await answer(...options)) as unknown as { details: Details }).details;

describe('what stands behind a fit', () => {
  it('wheels as fitted: two sprockets that grow with the pitch, by p / (2 sin(π / z)) (ISO 606)', async () => {
    const found = (await answer(...asked)) as unknown as { effectivePitch: number; details: Details };
    const { details, effectivePitch: p } = found;
    expect(details.wheels.map(({ id }) => id)).toEqual(['small', 'large']);
    details.wheels.forEach(({ radius }, i) =>
      expect(radius).toBeCloseTo(p / (2 * Math.sin(Math.PI / [17, 38][i])), 9),
    );
    // What is on the wheels and what spans them is the whole of it.
    const { spans, fittedLength } = details;
    expect(spans.map(({ from, to }) => [from, to])).toEqual([
      ['small', 'large'],
      ['large', 'small'],
    ]);
    const [small, large] = details.wheels;
    // A tangent is √(d² − (R − r)²) long, and meets each wheel at a right angle to its radius.
    const tangent = Math.sqrt(400 ** 2 - (large.radius - small.radius) ** 2);
    for (const { length, leaves, reaches } of spans) {
      expect(length).toBeCloseTo(tangent, 9);
      expect(Math.hypot(reaches[0] - leaves[0], reaches[1] - leaves[1])).toBeCloseTo(tangent, 9);
    }
    const beta = Math.asin((large.radius - small.radius) / 400);
    expect(fittedLength).toBeCloseTo(
      2 * tangent + small.radius * (Math.PI - 2 * beta) + large.radius * (Math.PI + 2 * beta),
      9,
    );
  });

  it('the pitch at every phase: their mean is that of the fit, and their spread its ripple', async () => {
    const found = (await answer(...asked)) as unknown as {
      effectivePitch: number;
      ripplePpm: number;
      details: Details;
    };
    const { pitches, phases } = found.details;
    expect(pitches).toHaveLength(phases);
    const values = pitches.map(({ pitch }) => pitch);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(mean).toBeCloseTo(found.effectivePitch, 9);
    const ripple = ((Math.max(...values) - Math.min(...values)) / mean) * 1e6;
    // The extremes are sought between the phases, so that it is a little more.
    expect(found.ripplePpm).toBeGreaterThanOrEqual(ripple - 1e-6);
    expect(found.ripplePpm).toBeLessThan(ripple * 1.2 + 0.5);
    expect(pitches[phases / 2].travel).toBe(0.5);
  });

  it('a span that hangs has its catenary, which runs through both contacts', async () => {
    const { spans } = await detailsOf(...asked, '--hold', 'slack', '--slack', 'large');
    const [taut, hanging] = spans;
    expect(taut.catenary).toBeNull();
    const { a, x0, y0, sag } = hanging.catenary!;
    const y = (x: number): number => a * Math.cosh((x - x0) / a) + y0 - a;
    for (const [px, py] of [hanging.leaves, hanging.reaches]) expect(y(px)).toBeCloseTo(py, 6);
    // Its length by a sinh, and its depth below the chord between its ends.
    const at = (x: number): number => a * Math.sinh((x - x0) / a);
    expect(Math.abs(at(hanging.leaves[0]) - at(hanging.reaches[0]))).toBeCloseTo(hanging.length, 6);
    const [[ax, ay], [bx, by]] = [hanging.leaves, hanging.reaches];
    const deep = Math.max(
      ...Array.from({ length: 2001 }, (_, i) => {
        const x = ax + ((bx - ax) * i) / 2000;
        return ay + ((by - ay) * i) / 2000 - y(x);
      }),
    );
    expect(sag).toBeCloseTo(deep, 3);
  });

  it('is said of a path without wheels too, and only when it is asked for', async () => {
    const line = ['fit', '--path', 'M0 0H100', '--pitch', '12'];
    expect(await detailsOf(...line, '--hold', 'pitch', '--details')).toEqual({
      fittedLength: expect.closeTo(96, 9) as number,
      phases: 1,
      pitches: [],
      wheels: [],
      spans: [],
    });
    expect(await answer(...line)).not.toHaveProperty('details');
  });
});

describe('pins as numbers', () => {
  it('each with its place along the path, the straight way to the next, and the phase', async () => {
    const placed = (await answer(
      'place',
      '--path',
      'M0 0H30V40',
      '--pitch',
      '10',
      '--phase',
      '2.25',
    )) as unknown as {
      phase: number;
      pins: [number, number][];
      arc: number[];
      chords: number[];
    };
    expect(placed.phase).toBe(0.25);
    expect(placed.arc).toHaveLength(placed.pins.length);
    expect(placed.chords).toHaveLength(placed.pins.length - 1);
    placed.chords.forEach((chord) => expect(chord).toBeCloseTo(placed.chords[0], 9));
    // Along two straight sides: how far a pin is from the start is read off it.
    placed.pins.forEach(([x, y], i) => {
      if (placed.arc[i] <= 70) expect(placed.arc[i]).toBeCloseTo(x + Math.abs(y), 9);
    });
  });

  it('round a loop the last one has its chord to the first', async () => {
    const circle = 'M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z';
    const placed = (await answer('place', '--path', circle, '--pitch', '20')) as unknown as {
      count: number;
      arc: number[];
      chords: number[];
    };
    expect(placed.chords).toHaveLength(placed.count);
    // Equal chords of a circle: 2 R sin(π / n).
    for (const chord of placed.chords) expect(chord).toBeCloseTo(100 * Math.sin(Math.PI / placed.count), 9);
    for (const s of placed.arc) expect(s >= 0 && s < 100 * Math.PI).toBe(true);
  });
});
