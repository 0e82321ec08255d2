/** A point that a line is drawn through: sharp, or on a round that flows through it. */
export interface DrawnPoint {
  readonly x: number;
  readonly y: number;
  readonly round: boolean;
}

/**
 * A line through points as path data. Round points are passed in the direction from their predecessor to their
 * successor, with handles a third of the way to each (a cardinal spline of tension one half); between two sharp points
 * it runs straight.
 */
export function throughPoints(points: readonly DrawnPoint[], closed = true): string {
  const n = points.length;
  const at = (i: number): DrawnPoint => points[closed ? (i + n) % n : Math.max(0, Math.min(n - 1, i))];
  const handle = (i: number, towards: 1 | -1): Pick<DrawnPoint, 'x' | 'y'> => {
    const p = at(i);
    if (!p.round) return p;
    const [a, b, other] = [at(i - 1), at(i + 1), at(i + towards)];
    const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const reach = Math.hypot(other.x - p.x, other.y - p.y) / 3;
    return {
      x: p.x + ((b.x - a.x) / size) * reach * towards,
      y: p.y + ((b.y - a.y) / size) * reach * towards,
    };
  };
  const text = (p: Pick<DrawnPoint, 'x' | 'y'>): string =>
    `${Number(p.x.toFixed(4))} ${Number(p.y.toFixed(4))}`;
  let d = `M${text(points[0])}`;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const next = at(i + 1);
    const straight = !at(i).round && !next.round;
    d += straight ? `L${text(next)}` : `C${text(handle(i, 1))} ${text(handle(i + 1, -1))} ${text(next)}`;
  }
  return closed ? `${d}Z` : d;
}
