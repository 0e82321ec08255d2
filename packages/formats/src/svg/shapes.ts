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
 */
export function shapePathData(kind: string, attributes: Attributes): string | null {
  const n = (name: string): number => number(attributes[name]);
  switch (kind) {
    case 'path':
      return attributes['d'] ?? null;
    case 'rect':
      return rectangle(attributes);
    case 'circle':
      return oval(n('cx'), n('cy'), n('r'), n('r'));
    case 'ellipse':
      return oval(n('cx'), n('cy'), n('rx'), n('ry'));
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
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

function number(text: string | undefined): number {
  if (text === undefined) return 0;
  const value = Number(text.trim().replace(/px$/, ''));
  return Number.isFinite(value) ? value : 0;
}

function oval(cx: number, cy: number, rx: number, ry: number): string | null {
  if (!(rx > 0 && ry > 0)) return null;
  return `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`;
}

function rectangle(attributes: Attributes): string | null {
  const x = number(attributes['x']);
  const y = number(attributes['y']);
  const w = number(attributes['width']);
  const h = number(attributes['height']);
  if (!(w > 0 && h > 0)) return null;
  // Either radius stands in for the other where it is not given.
  let rx = number(attributes['rx'] ?? attributes['ry']);
  let ry = number(attributes['ry'] ?? attributes['rx']);
  rx = Math.min(Math.max(rx, 0), w / 2);
  ry = Math.min(Math.max(ry, 0), h / 2);
  if (rx === 0 || ry === 0) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
  const corner = `A${rx} ${ry} 0 0 1`;
  return (
    `M${x + rx} ${y}H${x + w - rx}${corner} ${x + w} ${y + ry}V${y + h - ry}${corner} ${x + w - rx} ${y + h}` +
    `H${x + rx}${corner} ${x} ${y + h - ry}V${y + ry}${corner} ${x + rx} ${y}Z`
  );
}
