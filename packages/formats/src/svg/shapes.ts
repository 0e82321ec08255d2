import { lengthIn, type LengthGround, type LengthOf } from './lengths';

/** Attributes of an element, by name. */
export type Attributes = Readonly<Record<string, string>>;

/** The elements that draw a line one can put a row on. */
export const SHAPES: ReadonlySet<string> = new Set([
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
]);

/**
 * The path data of a basic shape (W3C SVG 2, chapter 10), in its own coordinates.
 * @returns null where the shape draws nothing
 * @throws RelayError file-broken for a length that cannot be read
 */
export function shapePathData(kind: string, attributes: Attributes, ground: LengthGround): string | null {
  const n = (name: string, of: LengthOf): number => lengthIn(attributes, name, of, ground);
  switch (kind) {
    case 'path':
      return attributes['d'] ?? null;
    case 'rect':
      return rectangle(attributes, n);
    case 'circle':
      return oval(n('cx', 'width'), n('cy', 'height'), n('r', 'diagonal'), n('r', 'diagonal'));
    case 'ellipse': {
      const [rx, ry] = radii(attributes, n);
      return oval(n('cx', 'width'), n('cy', 'height'), rx, ry);
    }
    case 'line':
      return `M${n('x1', 'width')} ${n('y1', 'height')}L${n('x2', 'width')} ${n('y2', 'height')}`;
    case 'polyline':
    case 'polygon': {
      const points = (attributes['points'] ?? '').trim();
      if (points === '') return null;
      return `M${points}${kind === 'polygon' ? 'Z' : ''}`;
    }
    default:
      return null;
  }
}

/** Either radius stands in for the other where it is not given. */
function radii(attributes: Attributes, n: (name: string, of: LengthOf) => number): [number, number] {
  const given = (name: string): boolean => (attributes[name] ?? 'auto').trim() !== 'auto';
  const rx = n('rx', 'width');
  const ry = n('ry', 'height');
  return [given('rx') ? rx : ry, given('ry') ? ry : rx];
}

function oval(cx: number, cy: number, rx: number, ry: number): string | null {
  if (!(rx > 0 && ry > 0)) return null;
  return `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`;
}

function rectangle(attributes: Attributes, n: (name: string, of: LengthOf) => number): string | null {
  const x = n('x', 'width');
  const y = n('y', 'height');
  const w = n('width', 'width');
  const h = n('height', 'height');
  if (!(w > 0 && h > 0)) return null;
  let [rx, ry] = radii(attributes, n);
  rx = Math.min(Math.max(rx, 0), w / 2);
  ry = Math.min(Math.max(ry, 0), h / 2);
  if (rx === 0 || ry === 0) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
  const corner = `A${rx} ${ry} 0 0 1`;
  return (
    `M${x + rx} ${y}H${x + w - rx}${corner} ${x + w} ${y + ry}V${y + h - ry}${corner} ${x + w - rx} ${y + h}` +
    `H${x + rx}${corner} ${x} ${y + h - ry}V${y + ry}${corner} ${x + rx} ${y}Z`
  );
}
