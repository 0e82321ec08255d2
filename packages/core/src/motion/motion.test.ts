import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, placePins, type FitOutcome, type FitSource, type WheelSpec } from '../fit';
import { parsePathData } from '../path';
import { isOnPath, newRowFrame, pinAt, rowFrame, wheelAngle } from './index';

const wheel = (
  id: string,
  x: number,
  y: number,
  size: WheelSpec['size'],
  turn: 'ccw' | 'cw' = 'ccw',
): WheelSpec => ({ id, x, y, turn, size });
const at = [
  [0, 60, 55],
  [120, 20, 40],
  [260, 20, 40],
  [400, 20, 40],
  [540, 20, 40],
  [660, 70, 50],
];
const TRACK: FitSource = {
  kind: 'route',
  closed: true,
  wheels: at.map(([x, y, radius], i) => wheel(String(i), x, y, { by: 'radius', radius })),
};
const LIFT: FitSource = {
  kind: 'route',
  closed: true,
  wheels: [
    wheel('drive', 0, 0, { by: 'teeth', teeth: 17, pitch: 12.7 }),
    wheel('head', 393, 48, { by: 'teeth', teeth: 38, pitch: 12.7 }),
    wheel('idler', 176, 92, { by: 'radius', radius: 30 }, 'cw'),
  ],
};
const fitOf = (source: FitSource, pitch: number, more = {}): FitOutcome =>
  fitRow(source, { ...DEFAULT_REQUEST, pitch, ...more });

describe('playback between the stored phases', () => {
  it('keeps chords equal to 4e-6 of a pitch on the track (cubic between 32 phases)', () => {
    const fit = fitOf(TRACK, 53.5, { count: 31 });
    const frame = newRowFrame(fit.row);
    let worst = 0;
    for (let k = 0; k < 200; k++) {
      rowFrame(fit.row, k * 0.01537, frame);
      const chords = Array.from({ length: 31 }, (_, i) =>
        Math.hypot(frame.pins[2 * i + 2] - frame.pins[2 * i], frame.pins[2 * i + 3] - frame.pins[2 * i + 1]),
      );
      worst = Math.max(worst, (Math.max(...chords) - Math.min(...chords)) / fit.effectivePitch!);
    }
    // The stated 4e-6 is for single chords off their mean; the spread of all is at most some times that.
    expect(worst).toBeLessThan(2.5e-5);
  });

  it('is the exact placement at the stored phases, and near it between them', () => {
    const fit = fitOf(LIFT, 12.7, { multiple: 2 });
    const frame = newRowFrame(fit.row);
    for (const travel of [0, 3 / 32, 5 + 17 / 32, -2 + 1 / 32]) {
      rowFrame(fit.row, travel, frame);
      const exact = placePins(fit, travel);
      exact.forEach((value, i) => expect(frame.pins[i]).toBeCloseTo(value, 8));
    }
    rowFrame(fit.row, 0.51, frame);
    const between = placePins(fit, 0.51);
    between.forEach((value, i) => expect(Math.abs(frame.pins[i] - value)).toBeLessThan(1e-4));
  });

  it('meets itself: after a whole lap the row stands where it stood', () => {
    const fit = fitOf(LIFT, 12.7, { multiple: 2 });
    const a = newRowFrame(fit.row);
    const b = newRowFrame(fit.row);
    rowFrame(fit.row, 0.3, a);
    rowFrame(fit.row, 0.3 + fit.count, b);
    a.pins.forEach((value, i) => expect(b.pins[i]).toBeCloseTo(value, 9));
  });

  it('a row with a gap meets itself after its lap, which is not a whole number of links', () => {
    const fit = fitOf(LIFT, 12.7, { hold: 'both', rounding: 'down' });
    const { lap } = fit.row;
    expect(lap).toBeGreaterThan(fit.count);
    expect(lap).toBeLessThan(fit.count + 1);
    const a = newRowFrame(fit.row);
    const b = newRowFrame(fit.row);
    rowFrame(fit.row, 0, a);
    rowFrame(fit.row, lap - 1e-9, b);
    a.pins.forEach((value, i) => expect(Math.abs(b.pins[i] - value)).toBeLessThan(1e-3));
  });

  it('an open row has links coming in and going out, numbered on as it travels', () => {
    const fit = fitRow(
      { kind: 'contour', contour: parsePathData('M0 0H100')[0] },
      { ...DEFAULT_REQUEST, pitch: 10 },
    );
    const frame = newRowFrame(fit.row);
    rowFrame(fit.row, 0, frame);
    expect([frame.links, frame.firstLink]).toEqual([12, -1]);
    expect(frame.pins[0]).toBeCloseTo(-10, 9);
    rowFrame(fit.row, 3.25, frame);
    expect(frame.firstLink).toBe(-4);
    expect(frame.pins[2]).toBeCloseTo(2.5, 6);
  });
});

describe('wheels', () => {
  it('a sprocket turns 2π / z a pitch, and pins lie in its gaps within 6e-4 of a pitch', () => {
    const fit = fitOf(LIFT, 12.7, { multiple: 2 });
    const frame = newRowFrame(fit.row);
    for (const [index, teeth] of [
      [0, 17],
      [1, 38],
    ] as const) {
      const turning = fit.turnings[index];
      const laid = fit.layout.wheels[index];
      const gap = (2 * Math.PI) / teeth;
      expect(turning.perPitch).toBeCloseTo(gap, 12);
      for (let travel = 0; travel < 2; travel += 0.173) {
        rowFrame(fit.row, travel, frame);
        const angle = wheelAngle(turning, travel);
        let seated = 0;
        for (let i = 0; i < fit.count; i++) {
          const x = frame.pins[2 * i] - laid.x;
          const y = frame.pins[2 * i + 1] - laid.y;
          if (Math.abs(Math.hypot(x, y) - laid.radius) > 1e-6) continue;
          seated++;
          const off = (Math.atan2(y, x) - angle) / gap;
          expect(Math.abs(off - Math.round(off))).toBeLessThan(6e-4);
        }
        expect(seated).toBeGreaterThan(4);
      }
      // No drift after many laps.
      expect(wheelAngle(turning, 90_000) - turning.start).toBeCloseTo(90_000 * gap, 6);
    }
  });

  it('a wheel wrapped by stiff links turns 2 asin(c / 2R) a pitch, the other way round where it is passed so', () => {
    const fit = fitOf(LIFT, 12.7, { multiple: 2 });
    expect(fit.turnings[2].perPitch).toBeCloseTo(-2 * Math.asin(fit.effectivePitch! / 60), 12);
    expect(fit.turnings[2].perPitch).toBeLessThan(0);
  });

  it('under bending pieces a plain wheel turns by arc: p / R a pitch', () => {
    const fit = fitOf(TRACK, 20, { pieces: 'bending' });
    expect(fit.turnings[0].perPitch).toBeCloseTo(fit.effectivePitch! / 55, 12);
  });
});

describe('open rows', () => {
  const fit = fitRow(
    {
      kind: 'contour',
      contour: { segments: [{ kind: 'line', a: { x: 0, y: 0 }, b: { x: 100, y: 0 } }], closed: false },
    },
    { ...DEFAULT_REQUEST, pitch: 10 },
  );
  const shown = (travel: number): number => {
    const frame = newRowFrame(fit.row);
    rowFrame(fit.row, travel, frame);
    return Array.from({ length: frame.links }, (_, k) => isOnPath(fit.row, frame, k)).filter(Boolean).length;
  };
  it('at rest show just their links; while they travel one comes in as one leaves', () => {
    expect([shown(0), shown(1), shown(-3)]).toEqual([10, 10, 10]);
    expect([shown(0.5), shown(7.25)]).toEqual([11, 11]);
  });
});

describe('one pin of a row', () => {
  const rows = [
    fitRow(
      { kind: 'contour', contour: parsePathData('M0 0H120A30 30 0 0 1 120 60H0A30 30 0 0 1 0 0Z')[0] },
      { ...DEFAULT_REQUEST, pitch: 9 },
    ).row,
    fitRow(
      { kind: 'contour', contour: parsePathData('M0 0H120A30 30 0 0 1 120 60H0A30 30 0 0 1 0 0Z')[0] },
      { ...DEFAULT_REQUEST, pitch: 9, hold: 'both', rounding: 'down' },
    ).row,
    fitRow(
      { kind: 'contour', contour: parsePathData('M0 0C40 60 80 -60 120 0')[0] },
      { ...DEFAULT_REQUEST, pitch: 7 },
    ).row,
  ];

  it.each(rows.map((row) => [row.kind, row] as const))(
    'of a row that is %s is where the whole frame has it',
    (_kind, row) => {
      const frame = newRowFrame(row);
      for (const travel of [0, 0.3, 1, 7.77, -2.4, 1234.5]) {
        rowFrame(row, travel, frame);
        for (let k = 0; k < frame.links; k++) {
          const pin = pinAt(row, travel, k + frame.firstLink)!;
          expect(pin.x).toBeCloseTo(frame.pins[2 * k * frame.step], 12);
          expect(pin.y).toBeCloseTo(frame.pins[2 * k * frame.step + 1], 12);
        }
        if (row.kind !== 'ring') expect(pinAt(row, travel, frame.firstLink - 1)).toBeNull();
      }
    },
  );
});
