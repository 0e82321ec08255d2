/** A point or a vector in the plane, mm, x to the right and y up. */
export interface Vec {
  readonly x: number;
  readonly y: number;
}

export const TAU = 2 * Math.PI;

export const vec = (x: number, y: number): Vec => ({ x, y });
export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y });
export const sub = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Vec, k: number): Vec => ({ x: a.x * k, y: a.y * k });
export const dot = (a: Vec, b: Vec): number => a.x * b.x + a.y * b.y;
export const cross = (a: Vec, b: Vec): number => a.x * b.y - a.y * b.x;
export const norm = (a: Vec): number => Math.hypot(a.x, a.y);
export const distance = (a: Vec, b: Vec): number => Math.hypot(a.x - b.x, a.y - b.y);
export const lerp = (a: Vec, b: Vec, t: number): Vec => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** The point scaled about a centre. */
export const scaleAbout = (p: Vec, centre: Vec, k: number): Vec => ({
  x: centre.x + (p.x - centre.x) * k,
  y: centre.y + (p.y - centre.y) * k,
});

/** The signed angle from a to b, in (−π, π]. */
export const angleBetween = (a: Vec, b: Vec): number => Math.atan2(cross(a, b), dot(a, b));

/** Arc sine with its argument clamped, for arguments that are 1 up to rounding. */
export const asinClamped = (x: number): number => Math.asin(Math.max(-1, Math.min(1, x)));
export const acosClamped = (x: number): number => Math.acos(Math.max(-1, Math.min(1, x)));

/** The angle taken into [0, 2π). */
export function turnPositive(angle: number): number {
  const a = angle % TAU;
  return a < 0 ? a + TAU : a;
}

/** The value taken into [0, period). */
export function wrapInto(value: number, period: number): number {
  const v = value % period;
  const w = v < 0 ? v + period : v;
  return w === period ? 0 : w;
}

/** The angle taken into [−period / 2, period / 2). */
export function nearZero(angle: number, period: number): number {
  return angle - period * Math.floor(angle / period + 0.5);
}
