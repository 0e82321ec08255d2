import { measurePath, parsePathData, pathBounds, toothRadius, type LaidWheel } from '@coin-relay/core';
import {
  BELT_SIZES,
  beltPieces,
  CHAIN_SIZES,
  chainPieces,
  shoePieces,
  type JobPiece,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { bandOutline, bandSides } from './belt';
import { FINISHES } from './finishes';
import type { Figure } from './figure';
import { pieceFigure, pieceLayer, pieceSeat } from './piece-figure';
import { wheelFigure } from './wheels';

const chain = chainPieces(
  CHAIN_SIZES.find((s) => s.size === '08B')!,
  6,
).pieces;
const [inner, outer, carrier] = chain;
const [shoe] = shoePieces(53).pieces;
const [tooth] = beltPieces(BELT_SIZES.find((s) => s.size === 'L')!).pieces;
const ALL: readonly JobPiece[] = [inner, outer, carrier, shoe, tooth];

/** The box round all parts of a figure. */
function boxOf({ parts }: Figure): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { d } of parts) {
    for (const contour of parsePathData(d)) {
      const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
      box[0] = Math.min(box[0], x0);
      box[1] = Math.min(box[1], y0);
      box[2] = Math.max(box[2], x1);
      box[3] = Math.max(box[3], y1);
    }
  }
  return box;
}

describe('pieces', () => {
  it('every part of every figure is readable path data, closed, in a finish that there is', () => {
    for (const piece of ALL) {
      for (const span of [piece.pitch, piece.pitch * 1.03, piece.pitch * 0.4]) {
        for (const { d, fill } of pieceFigure(piece, span).parts) {
          for (const contour of parsePathData(d)) expect(contour.closed).toBe(true);
          expect(FINISHES[fill!]).toMatch(/^#[0-9a-f]{6}$/);
        }
      }
    }
  });

  it('a chain plate reaches half its height round both pins, and is drawn in between them', () => {
    const [x0, y0, x1, y1] = boxOf(pieceFigure(outer, 12.7));
    const r = 11.81 / 2;
    expect(x0).toBeCloseTo(-r, 2);
    expect(x1).toBeCloseTo(12.7 + r, 2);
    expect([y0, y1]).toEqual([expect.closeTo(-r, 2), expect.closeTo(r, 2)]);
    // Two bores in the inner plate, where the pins are.
    const bores = parsePathData(pieceFigure(inner, 12.7).parts[1].d).slice(1);
    expect(bores.map((bore) => measurePath(bore).length)).toEqual([
      expect.closeTo(Math.PI * 4.45, 2),
      expect.closeTo(Math.PI * 4.45, 2),
    ]);
  });

  it('its pins move apart with the span, its height stays', () => {
    const a = boxOf(pieceFigure(outer, 12.7));
    const b = boxOf(pieceFigure(outer, 13));
    expect(b[2] - a[2]).toBeCloseTo(0.3, 2);
    expect(b[3]).toBeCloseTo(a[3], 6);
  });

  it('a carrier holds its cup away from the wheels, behind them', () => {
    const { parts } = pieceFigure(carrier, 12.7);
    const behind = parts.filter((part) => part.behind);
    expect(behind).toHaveLength(2);
    expect(boxOf({ parts: behind })[1]).toBeLessThan(-12);
    expect(pieceFigure(outer, 12.7).parts.some((part) => part.behind)).toBe(false);
  });

  it('a shoe has its horn on the wheels’ side and its grouser on the ground’s', () => {
    const [, y0, , y1] = boxOf(pieceFigure(shoe, 53));
    expect(y1).toBeCloseTo(53 * 0.1 + 53 * 0.26, 1);
    expect(y0).toBeCloseTo(-(53 * 0.1 + 53 * 0.12), 1);
  });

  it('sits between pins, but for belt teeth; outer links lie over inner ones', () => {
    expect(ALL.map(pieceSeat)).toEqual([
      'between-pins',
      'between-pins',
      'between-pins',
      'between-pins',
      'on-pin',
    ]);
    expect([inner, outer, carrier].map(pieceLayer)).toEqual([0, 1, 1]);
  });
});

describe('wheels', () => {
  const wheel = (radius: number, teeth: number | null): LaidWheel => ({
    id: 'w',
    x: 0,
    y: 0,
    radius,
    turn: 'ccw',
    teeth,
  });

  it('a sprocket has a seat for a roller on the pitch circle at angle zero, and as many as teeth', () => {
    const radius = toothRadius(17, 12.7, 'stiff');
    const { parts } = wheelFigure(wheel(radius, 17), inner, 12.7);
    const seat = 8.51 * 0.51;
    // The arc of each seat has the seat's radius in the path data.
    const arcs = parts[0].d.match(new RegExp(`A${String(Math.round(seat * 1000) / 1000)} `, 'g'));
    expect(arcs).toHaveLength(17);
    const [x0, , x1] = boxOf({ parts: [parts[0]] });
    expect(x1).toBeGreaterThan(radius);
    expect(x1).toBeLessThan(radius + 8.51);
    expect(-x0).toBeGreaterThan(radius);
  });

  it('a belt pulley has a groove a tooth and stays inside the pitch line', () => {
    const radius = toothRadius(20, 9.525, 'bending');
    const [, , x1, y1] = boxOf(wheelFigure(wheel(radius, 20), tooth, 9.525));
    expect(Math.max(x1, y1)).toBeLessThan(radius);
  });

  it('a plain wheel’s face is where the row runs on it: half a roller, or half a shoe, inside the line', () => {
    expect(boxOf(wheelFigure(wheel(30, null), inner, 12.7))[2]).toBeCloseTo(30 - 8.51 / 2, 2);
    expect(boxOf(wheelFigure(wheel(55, null), shoe, 53))[2]).toBeCloseTo(55 - 53 * 0.1, 2);
  });
});

describe('bands', () => {
  it('round a circle both edges are circles, as far off as the band is thick', () => {
    if (tooth.family !== 'toothed-belt') throw new Error('a belt is wanted');
    const path = measurePath(parsePathData('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z')[0]);
    const { inner: towards, outer: away } = bandSides(tooth);
    const [left, right] = parsePathData(bandOutline(path, tooth, 1));
    expect(measurePath(left).length).toBeCloseTo(2 * Math.PI * (50 - towards), 0);
    expect(measurePath(right).length).toBeCloseTo(2 * Math.PI * (50 + away), 0);
  });

  it('on an open path it is one outline', () => {
    if (tooth.family !== 'toothed-belt') throw new Error('a belt is wanted');
    const path = measurePath(parsePathData('M0 0H100')[0]);
    const outlines = parsePathData(bandOutline(path, tooth, 1));
    expect(outlines).toHaveLength(1);
    expect(outlines[0].closed).toBe(true);
  });
});
