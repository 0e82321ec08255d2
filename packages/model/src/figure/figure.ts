/** One filled or stroked outline: SVG path data in mm, y up, in the figure's own axes. */
export interface FigurePart {
  readonly d: string;
  /** A material by its id. */
  readonly fill: string | null;
  readonly line: boolean;
  /** Lies behind the wheels, out of the plane of the row. */
  readonly behind?: boolean;
  /** Where a piece is stretched: a stem grows, an end rides on its tip. Without either all of it grows. */
  readonly elongates?: 'stem' | 'end';
  /** The front quarter of a link that lies over its neighbour though the rest lies under it. */
  readonly over?: boolean;
}

/** A drawing of one thing, part over part. */
export interface Figure {
  readonly parts: readonly FigurePart[];
  /** The material of its main part, which a finish replaces. */
  readonly main?: string;
}

/** Writes numbers into path data: three decimals of a millimetre, no trailing zeros. */
export function data(strings: TemplateStringsArray, ...values: number[]): string {
  return strings.reduce((text, part, i) => text + part + (i < values.length ? short(values[i]) : ''), '');
}

export function short(value: number): string {
  const rounded = Math.round(value * 1000) / 1000;
  return Object.is(rounded, -0) ? '0' : String(rounded);
}

/** A full circle as path data. */
export function circle(x: number, y: number, r: number): string {
  return data`M${x + r} ${y}A${r} ${r} 0 0 1 ${x - r} ${y}A${r} ${r} 0 0 1 ${x + r} ${y}Z`;
}

/** A full circle run the other way: a hole in the outline around it. */
export function hole(x: number, y: number, r: number): string {
  return data`M${x + r} ${y}A${r} ${r} 0 0 0 ${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}Z`;
}

export function rectangle(x0: number, y0: number, x1: number, y1: number): string {
  return data`M${x0} ${y0}L${x1} ${y0}L${x1} ${y1}L${x0} ${y1}Z`;
}

/** A rectangle with corners rounded by r. */
export function rounded(x0: number, y0: number, x1: number, y1: number, r: number): string {
  const k = Math.min(r, (x1 - x0) / 2, (y1 - y0) / 2);
  if (!(k > 0)) return rectangle(x0, y0, x1, y1);
  return (
    data`M${x0 + k} ${y0}L${x1 - k} ${y0}A${k} ${k} 0 0 1 ${x1} ${y0 + k}L${x1} ${y1 - k}A${k} ${k} 0 0 1 ${x1 - k} ${y1}` +
    data`L${x0 + k} ${y1}A${k} ${k} 0 0 1 ${x0} ${y1 - k}L${x0} ${y0 + k}A${k} ${k} 0 0 1 ${x0 + k} ${y0}Z`
  );
}

/** A closed outline through points. */
export function polygon(...points: readonly (readonly [number, number])[]): string {
  return `M${points.map(([x, y]) => `${short(x)} ${short(y)}`).join('L')}Z`;
}

/** A thread from a to b of a thickness, its ends round. */
export function strand(ax: number, ay: number, bx: number, by: number, thick: number): string {
  const size = Math.hypot(bx - ax, by - ay);
  const r = thick / 2;
  if (!(size > 0)) return circle(ax, ay, r);
  const nx = (-(by - ay) / size) * r;
  const ny = ((bx - ax) / size) * r;
  return data`M${ax + nx} ${ay + ny}A${r} ${r} 0 0 1 ${ax - nx} ${ay - ny}L${bx - nx} ${by - ny}A${r} ${r} 0 0 1 ${bx + nx} ${by + ny}Z`;
}
