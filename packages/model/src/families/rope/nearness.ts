import { angleAt, handbookRadius, strandGap, strandGapInBend } from '@coin-relay/core';
import { strandWay } from './lay';
import type { Rope } from './piece';

/** How the strands of a rope lie on each other, lengths in mm. */
export interface StrandNearness {
  /** Of the circle through their middles; and by the handbook. */
  readonly radius: number;
  readonly handbookRadius: number;
  /** How far apart the middles of neighbours are where they are nearest: in the straight, and in a bend. */
  readonly least: number;
  readonly inBend: number;
}

/**
 * @param span what of a lay comes to one strand, mm
 * @param bend the radius of the bend that is asked for, mm; infinite where there is none
 */
export function strandNearness(piece: Rope, span: number, bend: number): StrandNearness {
  const { r, radius, lay } = strandWay(piece, span);
  const { strands } = piece;
  return {
    radius,
    handbookRadius: handbookRadius(r, strands, angleAt(radius, lay)),
    least: strandGap(radius, { strands, lay }),
    inBend: strandGapInBend(radius, { strands, lay }, bend),
  };
}
