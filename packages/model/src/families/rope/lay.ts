import { contactRadius, leastLay } from '@coin-relay/core';
import type { Rope } from './piece';

/** A lay so much above the least one is taken where a rope is pressed together beyond that. */
const ROOM = 1.02;

/** How the strands of a rope go round: mm, radians. */
export interface StrandWay {
  /** Of a strand. */
  readonly r: number;
  /** Of the circle through their middles. */
  readonly radius: number;
  /** Along the rope for one turn. */
  readonly lay: number;
  /** Where strand j is at x, from the plane of the drawing towards who looks: its angle. */
  readonly angleAt: (j: number, x: number) => number;
}

/** @param span what of a lay comes to one strand, mm */
export function strandWay({ strands, strand, core, hand }: Rope, span: number): StrandWay {
  const r = strand / 2;
  const lay = Math.max(span * strands, leastLay(strands, r) * ROOM);
  const radius = Math.max(contactRadius(r, { strands, lay }), core > 0 ? core / 2 + r : 0);
  const side = hand === 'right' ? 1 : -1;
  const apart = (2 * Math.PI) / strands;
  // The strand in the middle of the front lies over its neighbours from one end of the stretch to the other.
  return { r, radius, lay, angleAt: (j, x) => side * apart * (j - 0.5 + x / span) };
}
