import { rowMiddles } from '../families/roller-chain/figure';
import { BELT_WIDTH } from '../families/toothed-belt/figure';
import { beltSection } from '../families/plain-belt/figure';
import { HORN_WIDTH, SHOE_WIDTH } from '../families/track-shoe/solid';
import type { JobPiece } from '../families';

/** The lower and the upper face of a disc, mm from the plane of the row. */
export type Disc = readonly [low: number, high: number];

/** Teeth are so wide, of the width between the inner plates: b₁ · 0.93 up to a pitch of 12.7 mm, 0.95 above (ISO 606, from memory). */
const TOOTH = { fine: 0.93, coarse: 0.95, limit: 12.7 } as const;
/** A wheel under anything else is so wide, of the pitch. */
const PLAIN = 0.4;

/** The discs of a wheel that a piece runs on: one a row of a chain, two under shoes, whose horns run between them. */
export function wheelDiscs(piece: JobPiece): readonly Disc[] {
  switch (piece.family) {
    case 'roller-chain': {
      const half = (piece.width * (piece.pitch > TOOTH.limit ? TOOTH.coarse : TOOTH.fine)) / 2;
      return rowMiddles(piece).map((middle): Disc => [middle - half, middle + half]);
    }
    case 'track-shoe': {
      const half = (piece.pitch * SHOE_WIDTH) / 2;
      const [near, far] = [half * HORN_WIDTH * 1.5, half * 0.7];
      return [
        [-far, -near],
        [near, far],
      ];
    }
    case 'toothed-belt':
      return [even(piece.pitch * BELT_WIDTH * 1.04)];
    case 'plain-belt':
      return [even(2 * beltSection(piece).outer * 1.1)];
    case 'round-link':
      return [even(piece.wire * 1.2)];
    default:
      return [even(piece.pitch * PLAIN)];
  }
}

const even = (width: number): Disc => [-width / 2, width / 2];
