/** Materials a figure is drawn in. What they look like is in `finishes.ts`. */
export type Finish = 'brass' | 'steel' | 'iron' | 'leather' | 'rubber' | 'paper' | 'shade';

/** One filled or stroked outline: SVG path data in mm, y up, in the figure's own axes. */
export interface FigurePart {
  readonly d: string;
  readonly fill: Finish | null;
  readonly line: boolean;
  /** Lies behind the wheels, out of the plane of the row. */
  readonly behind?: boolean;
}

/** A drawing of one thing, part over part. */
export interface Figure {
  readonly parts: readonly FigurePart[];
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
