/** Ends that are closer than this are one, mm; what is shorter is no line. */
const SAME = 1e-5;
/** Lines whose ways differ by less than this go straight on, as the sine. */
const STRAIGHT = 1e-6;

/**
 * Straight lines joined where they meet: x and y of both ends of each in turn.
 * @returns the corners of each joined line: x and y in turn
 */
export function joinLines(segments: readonly number[]): Float64Array[] {
  const ends = new Map<string, number[]>();
  const keyAt = (i: number): string =>
    `${Math.round(segments[i] / SAME)} ${Math.round(segments[i + 1] / SAME)}`;
  const left = new Set<number>();
  for (let i = 0; i < segments.length; i += 4) {
    const [a, b] = [keyAt(i), keyAt(i + 2)];
    if (a === b) continue;
    left.add(i);
    for (const key of [a, b]) {
      const known = ends.get(key);
      if (known) known.push(i);
      else ends.set(key, [i]);
    }
  }
  const out: Float64Array[] = [];
  /** Goes on from an end for as long as another line begins there. */
  const follow = (from: string): number[] => {
    const points: number[] = [];
    for (let key = from; ;) {
      const next = ends.get(key)?.find((i) => left.has(i));
      if (next === undefined) return points;
      left.delete(next);
      const far = keyAt(next) === key ? next + 2 : next;
      points.push(segments[far], segments[far + 1]);
      key = keyAt(far);
    }
  };
  for (const i of left) {
    left.delete(i);
    const on = follow(keyAt(i + 2));
    const back = follow(keyAt(i));
    const points: number[] = [];
    for (let k = back.length - 2; k >= 0; k -= 2) points.push(back[k], back[k + 1]);
    points.push(...segments.slice(i, i + 4), ...on);
    out.push(Float64Array.from(withoutStraight(points)));
  }
  return out;
}

/** Corners at which a line goes straight on are none. */
function withoutStraight(p: readonly number[]): number[] {
  const out = [p[0], p[1]];
  for (let i = 2; i < p.length - 2; i += 2) {
    const [ax, ay] = [p[i] - out[out.length - 2], p[i + 1] - out[out.length - 1]];
    const [bx, by] = [p[i + 2] - p[i], p[i + 3] - p[i + 1]];
    const sizes = Math.hypot(ax, ay) * Math.hypot(bx, by);
    if (Math.abs(ax * by - ay * bx) <= STRAIGHT * sizes && ax * bx + ay * by > 0) continue;
    out.push(p[i], p[i + 1]);
  }
  out.push(p[p.length - 2], p[p.length - 1]);
  return out;
}
