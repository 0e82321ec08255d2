import { data, rectangle, type Figure } from '../../figure/figure';
import type { Band } from '../family';
import type { PlainBelt } from './piece';

/** How wide a belt is, of its thickness: a flat one, and the back of a vee belt (13 × 8 of section A, ISO 4184, from memory). */
const WIDE = { flat: 6, vee: 13 / 8 } as const;
/** Half the angle between the flanks of a vee belt: 40° in all (ISO 4184, from memory). */
const FLANK = (20 * Math.PI) / 180;

/** The section of a belt across the path: half its width at its face towards the wheels and at its back, mm. */
export function beltSection({ section, thickness }: PlainBelt): {
  readonly inner: number;
  readonly outer: number;
} {
  const outer = (thickness * WIDE[section]) / 2;
  const inner = section === 'flat' ? outer : Math.max(outer * 0.2, outer - thickness * Math.tan(FLANK));
  return { inner, outer };
}

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

/** How much of a belt lies on the inside of the line it bends about. */
const share = ({ section }: PlainBelt): number => (section === 'flat' ? 0.5 : 0.65);

/** A flat belt bends about its middle, a vee belt about its cord. */
export function plainBand(piece: PlainBelt): Band {
  const { section, thickness } = piece;
  return {
    inner: thickness * share(piece),
    outer: thickness * (1 - share(piece)),
    material: section === 'flat' ? 'leather' : 'rubber',
    rings: () => [beltRing(piece)],
  };
}

function beltRing(piece: PlainBelt): Float64Array {
  const { thickness } = piece;
  const inner = thickness * share(piece);
  const outer = thickness - inner;
  const half = beltSection(piece);
  return Float64Array.of(-outer, -half.outer, inner, -half.inner, inner, half.inner, -outer, half.outer);
}
