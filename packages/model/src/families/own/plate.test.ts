import { joinMeshes, measureMesh } from '@coin-relay/core/solid';
import { describe, expect, it } from 'vitest';
import { flippedOutline, ownPiece, resized, withPins } from '../../pieces';
import { pieceDepth, pieceSolid } from '../../solid';
import { PieceSchema } from '../schemas';
import { plateOf, type Plate } from './plate';
import type { Own } from './piece';

const bar = { data: 'M0 0H40V10H0Z', material: 'brass', line: true };
const seat = { data: 'M10 2H30V8H10Z', material: 'steel', line: true };
const piece = (...plates: (Plate | undefined)[]): Own =>
  ownPiece(
    'own',
    'Bar',
    '',
    [bar, seat].map((part, i) => (plates[i] ? { ...part, plate: plates[i] } : part)),
  );
const measured = (own: Own, tolerance = 0.001): ReturnType<typeof measureMesh> =>
  measureMesh(joinMeshes(pieceSolid(own, own.pitch, tolerance).parts.map(({ mesh }) => mesh)));

/** Of a box a by b by t whose edges at both faces are taken off by e at 45°: slices are (a − 2x)(b − 2x), integrated. */
const easedVolume = (a: number, b: number, t: number, e: number): number =>
  a * b * (t - 2 * e) + 2 * (a * b * e - (a + b) * e ** 2 + (4 / 3) * e ** 3);

describe('an outline as a plate', () => {
  it('is as thick as it is said, where it is said, its volume as by the closed form', () => {
    const own = piece({ thick: 4, middle: 1, ease: 0 }, { thick: 2, middle: 4, ease: 0.5 });
    const { volume, bounds, openEdges } = measured(own);
    expect(openEdges).toBe(0);
    expect(volume).toBeCloseTo(40 * 10 * 4 + easedVolume(20, 6, 2, 0.5), 6);
    expect([bounds[2], bounds[5]]).toEqual([-1, 5]);
    expect(pieceDepth(own)).toEqual([-1, 5]);
  });

  it('follows the pitch where nothing is said, the upper one standing out on both sides', () => {
    const own = piece();
    const [lower, upper] = own.outline.map((_, i) => plateOf(own, i));
    expect(lower.thick).toBeCloseTo(own.pitch * 0.12);
    expect(upper.thick).toBeGreaterThan(lower.thick);
    expect([lower.middle, upper.middle]).toEqual([0, 0]);
    expect(pieceDepth(own)[1]).toBeCloseTo(upper.thick / 2);
    // Further pins, thicker plate.
    const longer = withPins(own, { from: { x: 0, y: 5 }, to: { x: 80, y: 5 } });
    expect(plateOf(longer, 0).thick).toBeCloseTo(9.6);
  });

  it('grows with its piece, and is in front where it was behind once that is turned over', () => {
    const own = piece({ thick: 4, middle: 1, ease: 0.2 });
    expect(plateOf(resized(own, 2), 0)).toEqual({ thick: 8, middle: 2, ease: 0.4 });
    expect(plateOf(flippedOutline(own), 0)).toEqual({ thick: 4, middle: -1, ease: 0.2 });
    expect(plateOf(flippedOutline(flippedOutline(own)), 0)).toEqual(plateOf(own, 0));
  });

  it('loses no more of its edges than there is', () => {
    const own = piece({ thick: 2, middle: 0, ease: 5 });
    expect(plateOf(own, 0).ease).toBeCloseTo(0.9);
    expect(measured(own).openEdges).toBe(0);
  });

  it.each([
    ['no thickness', { thick: 0, middle: 0, ease: 0 }],
    ['an edge that is added', { thick: 1, middle: 0, ease: -1 }],
    ['a place that is no number', { thick: 1, middle: NaN, ease: 0 }],
  ])('is refused with %s', (_, plate) => {
    expect(PieceSchema.safeParse(piece(plate)).success).toBe(false);
  });
});
