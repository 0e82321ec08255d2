import { data, rectangle, type Figure } from '../../figure/figure';
import type { Band } from '../family';
import type { PlainBelt } from './piece';

/** What repeats along a plain belt: the cord in its middle, and a mark that shows it run. */
export function beltMark(piece: PlainBelt, span: number): Figure {
  const { inner, outer, material } = plainBand(piece);
  const t = piece.thickness;
  const lean = t * 0.9;
  const m = span / 2;
  const cord = rectangle(0, -t * 0.04, span, t * 0.04);
  // A splice: the belt's two ends cut aslant and joined.
  const splice = (x: number): string =>
    data`M${x} ${-outer}L${x + lean} ${inner}L${x + lean + t * 0.12} ${inner}L${x + t * 0.12} ${-outer}Z`;
  return {
    main: material,
    parts: [
      { d: cord, fill: 'thread', line: false },
      { d: splice(m - lean) + splice(m), fill: 'thread', line: false },
    ],
  };
}

/** A flat belt bends about its middle, a vee belt about its cord. */
export function plainBand({ section, thickness }: PlainBelt): Band {
  const share = section === 'flat' ? 0.5 : 0.65;
  return {
    inner: thickness * share,
    outer: thickness * (1 - share),
    material: section === 'flat' ? 'leather' : 'rubber',
  };
}
