import { sectionRings } from '@coin-relay/core';
import { rectangle, type Figure } from '../../figure/figure';
import type { Band } from '../family';
import type { Swept } from './piece';
import { sectionLook, sectionShape } from './section';

/** What it is made of where nothing else is said. */
const MATERIAL = 'steel';

/** How far it reaches from its path, to the inside and to the outside. */
export function sweptBand({ section, ends }: Swept): Band {
  const [x0, , x1] = sectionLook(section).measures.bounds;
  return {
    ...{ inner: x1, outer: -x0, material: MATERIAL, ownSection: true },
    rings: (tolerance) => sectionRings(sectionShape(section), tolerance),
    ...(ends === 'open' ? { open: true } : {}),
  };
}

/** A stretch of it: where it can be taken hold of. What is seen of it is drawn for the whole band. */
export function sweptStretch(piece: Swept, span: number): Figure {
  const { inner, outer } = sweptBand(piece);
  return { main: MATERIAL, parts: [{ d: rectangle(0, -outer, span, inner), fill: null, line: false }] };
}
