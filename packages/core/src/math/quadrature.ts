/**
 * Gauss–Legendre nodes and weights on [−1, 1], computed once by Newton's method on the
 * Legendre polynomial (Abramowitz & Stegun 25.4.29).
 */
export function gaussLegendre(n: number): { nodes: Float64Array; weights: Float64Array } {
  const nodes = new Float64Array(n);
  const weights = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let slope = 1;
    for (let k = 0; k < 100; k++) {
      let p0 = 1;
      let p1 = 0;
      for (let j = 0; j < n; j++) {
        const p2 = p1;
        p1 = p0;
        p0 = ((2 * j + 1) * x * p1 - j * p2) / (j + 1);
      }
      slope = (n * (x * p0 - p1)) / (x * x - 1);
      const step = p0 / slope;
      x -= step;
      if (Math.abs(step) < 1e-16) break;
    }
    nodes[i] = x;
    weights[i] = 2 / ((1 - x * x) * slope * slope);
  }
  return { nodes, weights };
}

const RULE = gaussLegendre(12);

/** Integral of f over [a, b] by one twelve-point rule: exact for polynomials of degree 23. */
export function integrateOnce(f: (t: number) => number, a: number, b: number): number {
  const half = (b - a) / 2;
  const mid = (a + b) / 2;
  let sum = 0;
  for (let i = 0; i < RULE.nodes.length; i++) sum += RULE.weights[i] * f(mid + half * RULE.nodes[i]);
  return sum * half;
}
