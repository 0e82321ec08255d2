/** An outline that a platform keeps: built once, painted often. */
export interface Outline {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  rect(x: number, y: number, width: number, height: number): void;
  closePath(): void;
}

/** A map as a canvas tells it: x' = a x + c y + e, y' = b x + d y + f. */
interface BrushMap {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

type Rule = 'nonzero' | 'evenodd';

/**
 * What is painted with: the part of the HTML canvas 2D context (WHATWG HTML, 4.12.5.1) that is used here. The page’s
 * canvas has it, that of a worker, and those made for Node.js.
 */
export interface Brush {
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: unknown;
  lineJoin: unknown;
  globalAlpha: number;
  save(): void;
  restore(): void;
  scale(x: number, y: number): void;
  rotate(angle: number): void;
  translate(x: number, y: number): void;
  transform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  getTransform(): BrushMap;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  rect(x: number, y: number, width: number, height: number): void;
  fill(rule?: Rule): void;
  fill(outline: Outline, rule?: Rule): void;
  stroke(outline?: Outline): void;
  setLineDash(lengths: number[]): void;
  clip(rule?: Rule): void;
  clip(outline: Outline, rule?: Rule): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  // What an image is, only its platform knows.
  drawImage(image: never, x: number, y: number, width: number, height: number): void;
}

/** Pictures that lie on pieces, by their name. */
export interface Pictures {
  /** Null while it is not there, or cannot be had. */
  get(name: string): unknown;
}

const platform = globalThis as { Path2D?: new (d?: string) => Outline };

/** A new outline, of path data or empty. Browsers have them; in Node.js who paints says what they are (`setOutlines`). */
export function newOutline(d?: string): Outline {
  const { Path2D: Made } = platform;
  if (!Made) throw new Error('There are no outlines to paint with: say what they are first.');
  return d === undefined ? new Made() : new Made(d);
}

/** Says what outlines are where the platform has none. */
export function setOutlines(made: new (d?: string) => Outline): void {
  platform.Path2D ??= made;
}
