import { leastBetween } from '@coin-relay/core';
import { meshVolume, moved } from '@coin-relay/core/solid';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../../catalogue';
import { pieceSolid } from '../../solid';
import { unlike } from '../../solid/solids.testing';
import type { PieceOf } from '../all';
import { PieceSchema } from '../schemas';
import { rope, ropePieces } from './family';
import { strandWay } from './lay';

const ropes = CATALOGUE.flatMap((entry) => entry.make().pieces).filter(
  (piece): piece is PieceOf<'rope'> => piece.family === 'rope',
);

describe('laid ropes', () => {
  it('the catalogue has some, each laid as the trade lays them (common practice: 3 to 8 thicknesses a lay)', () => {
    expect(ropes.length).toBeGreaterThan(2);
    for (const piece of ropes) {
      const lays = (piece.pitch * piece.strands) / rope.width(piece);
      expect(lays).toBeGreaterThan(3);
      expect(lays).toBeLessThan(8);
      expect(PieceSchema.safeParse(piece).success).toBe(true);
    }
  });

  it.each(ropes.map((piece) => [piece.name, piece] as const))(
    '%s: strands in their true projection are what the solid shows from the side, stretch by stretch',
    (_, piece) => {
      for (const hand of ['right', 'left'] as const) {
        const laid = { ...piece, hand };
        const span = piece.pitch;
        const { parts } = pieceSolid(laid, span, span / 400);
        const row = [-1, 0, 1].flatMap((k) =>
          parts.map((part) => ({ ...part, mesh: moved(part.mesh, k * span, 0, 0) })),
        );
        const figure = rope.figure(laid, span);
        expect(unlike({ parts: row }, figure, span / 400, [0, span])).toBeLessThan(0.01);
      }
    },
  );

  it('a stretch weighs as its strands are long: m π r² sqrt(p² + (2 π R / m)²), and the ends of each go on by a stump', () => {
    for (const piece of ropes.filter(({ core }) => core === 0)) {
      const { r, radius } = strandWay(piece, piece.pitch);
      const long = Math.hypot(piece.pitch, (2 * Math.PI * radius) / piece.strands);
      // A stump from r to 0.8 r, 0.6 r along the rope (volume of a frustum of a cone).
      const stump = ((0.6 * r * long) / piece.pitch / 3) * Math.PI * r ** 2 * (1 + 0.8 + 0.64);
      const whole = piece.strands * (Math.PI * r ** 2 * long + 2 * stump);
      const { parts } = pieceSolid(piece, piece.pitch, r / 500);
      const made = parts.reduce((sum, { mesh }) => sum + meshVolume(mesh), 0);
      expect(made / whole).toBeLessThan(1);
      expect(made / whole).toBeGreaterThan(0.99);
    }
  });

  it('neighbouring strands touch, and one stretch ends where the next begins', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.double({ min: 3, max: 9, noNaN: true }),
        (strands, lays) => {
          const [piece] = ropePieces(strands, 3, lays).pieces;
          const { r, radius, lay, angleAt } = strandWay(piece, piece.pitch);
          const line = (j: number): Float64Array =>
            Float64Array.from({ length: 3 * 2_001 }, (_, i) => {
              const x = ((Math.floor(i / 3) - 1_000) * lay) / 1_000;
              const angle = angleAt(j, x);
              return [x, -radius * Math.sin(angle), radius * Math.cos(angle)][i % 3];
            });
          const apart = leastBetween(
            line(0).slice(3 * 990, 3 * 1_011),
            line(1).slice(3 * 500, 3 * 1_501),
            1_001,
          );
          expect(apart / (2 * r)).toBeGreaterThan(1 - 1e-4);
          expect(apart / (2 * r)).toBeLessThan(1 + 1e-4);
          expect(angleAt(0, piece.pitch)).toBeCloseTo(angleAt(1, 0), 12);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('strands that do not fit into the lay are refused with the least one', () => {
    const [piece] = ropePieces(6, 2, 6).pieces;
    const told = PieceSchema.safeParse({ ...piece, pitch: 2 });
    expect(told.error?.issues[0].message).toMatch(
      /6 strands of 2 mm side by side take a lay of 12 mm at the least/,
    );
  });
});
