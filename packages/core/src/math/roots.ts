/**
 * Root of f in [a, b], where f(a) and f(b) differ in sign, by regula falsi in the Illinois
 * variant, with a bisection whenever that is slow. Stops when the bracket is narrower than
 * `tolerance` (absolute, in the unit of the argument) or f is zero.
 */
export function bracketedRoot(
  f: (x: number) => number,
  a: number,
  b: number,
  tolerance: number,
  fa = f(a),
  fb = f(b),
): number {
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (!(fa * fb < 0)) throw new RangeError('bracketedRoot needs a change of sign');
  let side = 0;
  for (let i = 0; i < 200 && Math.abs(b - a) > tolerance; i++) {
    let x = i % 4 === 3 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    if (!(x > Math.min(a, b) && x < Math.max(a, b))) x = (a + b) / 2;
    const fx = f(x);
    if (fx === 0) return x;
    if (fx * fb > 0) {
      b = x;
      fb = fx;
      if (side === -1) fa /= 2;
      side = -1;
    } else {
      a = x;
      fa = fx;
      if (side === 1) fb /= 2;
      side = 1;
    }
  }
  return Math.abs(fa) < Math.abs(fb) ? a : b;
}

/**
 * The place of the largest f met while narrowing [lo, hi] by golden sections: the maximum, where
 * f has one peak there.
 */
export function goldenMaximum(
  f: (x: number) => number,
  lo: number,
  hi: number,
  steps: number,
): { x: number; value: number } {
  const g = (Math.sqrt(5) - 1) / 2;
  let a = hi - g * (hi - lo);
  let b = lo + g * (hi - lo);
  let fa = f(a);
  let fb = f(b);
  for (let i = 0; i < steps; i++) {
    if (fa > fb) {
      hi = b;
      b = a;
      fb = fa;
      a = hi - g * (hi - lo);
      fa = f(a);
    } else {
      lo = a;
      a = b;
      fa = fb;
      b = lo + g * (hi - lo);
      fb = f(b);
    }
  }
  return fa > fb ? { x: a, value: fa } : { x: b, value: fb };
}
