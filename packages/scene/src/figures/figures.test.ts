import {
  measurePath,
  parsePathData,
  pathBounds,
  toothRadius,
  DEFAULT_REQUEST,
  fitRow,
  type FitOutcome,
  type WheelSpec,
} from '@coin-relay/core';
import {
  BELT_SIZES,
  CATALOGUE,
  beadPieces,
  lampPieces,
  plainBeltPieces,
  plankPieces,
  stitchPieces,
  tubePieces,
  ownPiece,
  ROUND_LINK_SIZES,
  roundLinkPieces,
  beltPieces,
  CHAIN_SIZES,
  chainPieces,
  MATERIALS,
  shoePieces,
  type JobPiece,
  type Figure,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { FINISHES } from './finishes';
import { colourOf, finishedFigure } from './finished';
import { pieceFigure, pieceLayer, placementMode } from './piece-figure';
import { wheelFigure } from './wheels';

const chain = chainPieces(
  CHAIN_SIZES.find((s) => s.size === '08B')!,
  6,
).pieces;
const [inner, outer, carrier] = chain;
const [shoe] = shoePieces(53).pieces;
const [tooth] = beltPieces(BELT_SIZES.find((s) => s.size === 'L')!).pieces;
/** One of every entry of the catalogue, and what comes only by a change. */
const ALL: readonly JobPiece[] = [
  inner,
  outer,
  carrier,
  shoe,
  tooth,
  ...CATALOGUE.flatMap((entry) => entry.make().pieces),
  ...(['cup', 'tab', 'paddle'] as const).map((attachment) => ({ ...outer, attachment })),
  { ...tooth, form: 'round' },
  ownPiece('own', 'Own', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: 'brass', line: true }]),
];

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
          const contours = parsePathData(d);
          expect(contours.length).toBeGreaterThan(0);
          // Lines in ink alone are open; whatever is filled is closed.
          if (fill === null) continue;
          for (const contour of contours) expect(contour.closed).toBe(true);
          expect(FINISHES[fill]).toMatch(/^#[0-9a-f]{6}$/);
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
    expect(ALL.slice(0, 5).map(placementMode)).toEqual([
      'between-pins',
      'between-pins',
      'between-pins',
      'between-pins',
      'on-pin',
    ]);
    expect(placementMode(lampPieces(40).pieces[0])).toBe('on-middle');
    expect(placementMode(plainBeltPieces(40).pieces[0])).toBe('bent');
    expect(placementMode({ ...outer, behaviour: 'bending' })).toBe('bent');
    expect([inner, outer, carrier].map(pieceLayer)).toEqual([0, 1, 1]);
  });
});

describe('wheels', () => {
  /** Two alike in line, far apart, and a row of the piece round them. */
  const round = (size: WheelSpec['size'], pitch: number, pieces: 'stiff' | 'bending' = 'stiff'): FitOutcome =>
    fitRow(
      {
        kind: 'route',
        closed: true,
        wheels: [0, 600].map((x, i) => ({ id: `w${i}`, x, y: 0, turn: 'ccw', size })),
      },
      { ...DEFAULT_REQUEST, pitch, pieces, hold: 'pitch' },
    );
  const teeth = (many: number, pitch: number): WheelSpec['size'] => ({ by: 'teeth', teeth: many, pitch });
  const plain = (radius: number): WheelSpec['size'] => ({ by: 'radius', radius });

  it('a sprocket has a seat for a roller on the pitch circle at angle zero, and as many as teeth', () => {
    const radius = toothRadius(17, 12.7, 'stiff');
    const { parts } = wheelFigure(round(teeth(17, 12.7), 12.7), 0, inner, 12.7);
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
    const [, , x1, y1] = boxOf(wheelFigure(round(teeth(20, 9.525), 9.525, 'bending'), 0, tooth, 9.525));
    expect(Math.max(x1, y1)).toBeLessThan(radius);
  });

  it('a plain wheel’s face is where a roller runs on it', () => {
    const fit = round(plain(30), 12.7);
    const { radius } = fit.layout.wheels[0];
    expect(boxOf(wheelFigure(fit, 0, inner, 12.7))[2]).toBeCloseTo(radius - 8.51 / 2, 2);
  });

  it('under shoes it touches their inner faces, which lie as chords: it cuts into none', () => {
    const fit = round(plain(55), 53);
    const { radius } = fit.layout.wheels[0];
    // √(R² − p² / 4) to the middle of a shoe, by hand; its face lies most of half its thickness inside.
    const middle = Math.sqrt(radius ** 2 - 26.5 ** 2);
    const rim = boxOf(wheelFigure(fit, 0, shoe, 53))[2];
    expect(rim).toBeCloseTo(middle - 53 * 0.1 * 0.92, 1);
    expect(rim).toBeLessThan(middle - 53 * 0.1 * 0.78);
  });
});

describe('families from their numbers', () => {
  const parts = (piece: JobPiece, span = piece.pitch): Figure => pieceFigure(piece, span);

  it('a round link face-on is its outer width and its length; its wire is as thick as it says', () => {
    const [face, edge] = roundLinkPieces(ROUND_LINK_SIZES[2]).pieces;
    expect(boxOf(parts(face))).toEqual([-8, -13.6, 32, 13.6].map((v) => expect.closeTo(v, 2)));
    expect(boxOf(parts(edge))).toEqual([-8, -4, 32, 4].map((v) => expect.closeTo(v, 2)));
    // Outer and inner edge of the wire are 8 apart.
    const [outerEdge, innerEdge] = parsePathData(parts(face).parts[0].d).map((c) =>
      pathBounds(measurePath(c)),
    );
    expect(innerEdge[0] - outerEdge[0]).toBeCloseTo(8, 2);
  });

  it('an uneven wire stays within its limits, meets itself, and is the same for the same seed', () => {
    const [slant] = roundLinkPieces(ROUND_LINK_SIZES[2], true).pieces;
    const uneven = {
      ...slant,
      variation: { seed: 3, size: 0, thickness: 0, turn: 0, wire: 0.25 },
    };
    const even = boxOf(parts(slant));
    const shapes = new Set<string>();
    for (let wire = 0; wire < 16; wire++) {
      const figure = pieceFigure(uneven, slant.pitch, wire);
      expect(pieceFigure(uneven, slant.pitch, wire)).toEqual(figure);
      shapes.add(figure.parts[0].d);
      boxOf(figure).forEach((v, i) => expect(Math.abs(v - even[i])).toBeLessThanOrEqual(4 * 0.25 + 0.01));
      const [ring] = parsePathData(figure.parts[0].d);
      const points = ring.segments.map((piece) => (piece.kind === 'line' ? piece.a : { x: NaN, y: NaN }));
      // No step where the wave closes: neighbours are never far apart.
      for (let i = 1; i < points.length; i++)
        expect(Math.hypot(points[i].x - points[i - 1].x, points[i].y - points[i - 1].y)).toBeLessThan(6);
    }
    expect(shapes.size).toBe(16);
  });

  it('a duplex chain from above is two rows a row pitch apart', () => {
    const made = chainPieces(
      CHAIN_SIZES.find((s) => s.size === '08B')!,
      0,
      2,
    ).pieces;
    const rollers = parsePathData(parts(made[0]).parts[0].d).map((c) => pathBounds(measurePath(c)));
    expect(rollers).toHaveLength(4);
    const middles = [...new Set(rollers.map(([, low, , high]) => Number(((low + high) / 2).toFixed(2))))];
    expect(Math.abs(middles[1] - middles[0])).toBeCloseTo(13.92, 2);
    // Every roller lies between its own two inner plates.
    expect(rollers[0][3] - rollers[0][1]).toBeLessThan(7.75);
  });

  it('stitches: the strand of a running one leaves its gap, a cross reaches its width', () => {
    const running = { ...stitchPieces(4).pieces[0], gap: 1, hole: 0 };
    const [x0, , x1] = boxOf(parts(running));
    expect([x0, x1]).toEqual([expect.closeTo(0.5 - 0.4, 2), expect.closeTo(3.5 + 0.4, 2)]);
    const cross = { ...stitchPieces(4, 'cross').pieces[0], hole: 0 };
    const [, low, , high] = boxOf(parts(cross));
    expect(high - low).toBeGreaterThan(3.6);
  });

  it('planks, beads, tubes and lamps have the sizes they say', () => {
    const plank = { ...plankPieces(20).pieces[0], length: 60, width: 14 };
    expect(boxOf(parts(plank))).toEqual([3, -30, 17, 30].map((v) => expect.closeTo(v, 2)));
    const bead = { ...beadPieces(20).pieces[0], diameter: 12, length: 16 };
    expect(boxOf(parts(bead)).slice(1)).toEqual([-6, 20, 6].map((v) => expect.closeTo(v, 1)));
    const tube = { ...tubePieces(103).pieces[0], length: 100, outer: 30 };
    expect(boxOf(parts(tube))).toEqual([1.5, -15, 101.5, 15].map((v) => expect.closeTo(v, 2)));
    const lamp = { ...lampPieces(60).pieces[0], diameter: 20, cord: 15 };
    const [x0, low, x1] = boxOf(parts(lamp));
    expect(x1 - x0).toBeCloseTo(20, 1);
    expect(low).toBeLessThan(-15 - 20);
  });

  it('a finish replaces the main material, and takes outlines away', () => {
    const red = { ...outer, finish: { material: 'red', line: false, picture: null } };
    const figure = finishedFigure(red, 12.7, MATERIALS, -1, 0);
    expect(figure.parts.map(({ fill }) => fill)).toEqual(['red', 'paper']);
    expect(figure.parts.some(({ line }) => line)).toBe(false);
    // What a place in the set-out says goes over what the piece says.
    const leather = MATERIALS.findIndex(({ id }) => id === 'leather');
    expect(finishedFigure(red, 12.7, MATERIALS, leather, 0).parts[0].fill).toBe('leather');
    expect(colourOf(MATERIALS, 'red')).toBe('#b3402f');
    expect(colourOf(MATERIALS, 'ghost')).toBe(FINISHES['steel']);
  });

  it('an own outline is turned so that its pins lie along x, and stays midway where the pitch gives way', () => {
    const own = ownPiece('own', 'Own', '', [
      { data: 'M0 0L10 0L10 40L0 40Z', material: 'brass', line: true },
    ]);
    const up = { ...own, pins: { from: { x: 5, y: 5 }, to: { x: 5, y: 35 } }, pitch: 30 };
    expect(boxOf(parts(up))).toEqual([-5, -5, 35, 5].map((v) => expect.closeTo(v, 3)));
    expect(boxOf(parts(up, 32))).toEqual([-4, -5, 36, 5].map((v) => expect.closeTo(v, 3)));
  });
});
