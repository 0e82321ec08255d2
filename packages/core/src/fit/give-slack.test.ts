import { describe, expect, it } from 'vitest';
import { fitCandidates, DEFAULT_REQUEST, fitRow, placePins, type FitRequest } from './index';
import type { RouteSource } from './source';

const BELT: RouteSource = {
  kind: 'route',
  closed: true,
  wheels: [
    { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'radius', radius: 50 } },
    { id: 'b', x: 600, y: 20, turn: 'ccw', size: { by: 'radius', radius: 50 } },
  ],
};
const TAUT = 2 * Math.hypot(600, 20) + 2 * Math.PI * 50;
/** The span that leaves b is the upper one. */
const hangs = (more: Partial<FitRequest>): FitRequest => ({
  ...DEFAULT_REQUEST,
  pitch: 20,
  hold: 'slack',
  span: 'b',
  ...more,
});

describe('slack that gives way', () => {
  it('bending pieces hang by just what they are longer than the taut route', () => {
    const fit = fitRow(BELT, hangs({ pieces: 'bending' }));
    expect(fit.count).toBe(Math.ceil(TAUT / 20));
    expect(fit.spare).toBeCloseTo(fit.count * 20 - TAUT, 8);
    expect(fit.effectivePitch).toBeCloseTo(20, 10);
    expect(fit.layout.path.length).toBeCloseTo(fit.count * 20, 8);
  });

  it('its sag is near that of the parabola, √(3 w s / 8), for a shallow one', () => {
    // Parabola of width w and sag d: length w (1 + 8 d² / 3 w²), so d = √(3 w s / 8).
    const fit = fitRow(BELT, hangs({ pieces: 'bending', count: Math.ceil(TAUT / 20) }));
    const [{ sag }] = fit.layout.sags;
    const estimate = Math.sqrt((3 * Math.hypot(600, 20) * fit.spare!) / 8);
    expect(Math.abs(sag / estimate - 1)).toBeLessThan(0.04);
  });

  it('stiff links close on their chords at the pitch asked for, at every position', () => {
    const fit = fitRow(BELT, hangs({ multiple: 2 }));
    expect(fit.closes).toBe(true);
    expect(fit.effectivePitch).toBeCloseTo(20, 9);
    // On chords a wheel takes less than its arc, so a little more hangs than the lengths alone say.
    expect(fit.spare! - (fit.count * 20 - TAUT)).toBeGreaterThan(0);
    for (const travel of [0, 0.31, 0.8]) {
      const pins = placePins(fit, travel);
      const n = pins.length / 2;
      for (let i = 0; i < n; i++) {
        const j = (i + 1) % n;
        const chord = Math.hypot(pins[2 * j] - pins[2 * i], pins[2 * j + 1] - pins[2 * i + 1]);
        expect(Math.abs(chord / 20 - 1) * 1e6).toBeLessThanOrEqual(fit.ripplePpm + 1e-3);
      }
    }
  });

  it('a slack that was typed into that span is not added to', () => {
    const typed: RouteSource = {
      ...BELT,
      wheels: BELT.wheels.map((wheel) => (wheel.id === 'b' ? { ...wheel, slack: 30 } : wheel)),
    };
    expect(fitRow(typed, hangs({})).spare).toBeCloseTo(fitRow(BELT, hangs({})).spare!, 9);
  });

  it('its candidates tell how deep each hangs, deeper for more', () => {
    const around = fitRow(BELT, hangs({})).count;
    const candidates = fitCandidates(BELT, hangs({}), around + 2, 5);
    const sags = candidates.map(({ sag }) => sag ?? 0);
    sags.slice(1).forEach((sag, i) => expect(sag).toBeGreaterThan(sags[i]));
    expect(candidates[0].spare).toBeLessThan(candidates[1].spare ?? 0);
  });

  it('a row that is taut hangs by nothing', () => {
    const pitch = TAUT / 76;
    expect(fitRow(BELT, hangs({ pitch, pieces: 'bending' }))).toMatchObject({ count: 76, spare: 0 });
  });

  it('says what cannot hang', () => {
    expect(() => fitRow(BELT, hangs({ count: 70 }))).toThrow(/too short for the taut route.*Take more/);
    expect(() => fitRow(BELT, hangs({ span: 'x' }))).toThrow(/No span of the route leaves the wheel “x”/);
    expect(() => fitRow(BELT, hangs({ span: null }))).toThrow(/Say in which span/);
    expect(() => fitRow(BELT, hangs({ count: 900 }))).toThrow(/at most four times/);
    expect(() => fitRow({ kind: 'contour', contour: { closed: false, segments: [] } }, hangs({}))).toThrow(
      /Only a route round wheels/,
    );
  });
});
