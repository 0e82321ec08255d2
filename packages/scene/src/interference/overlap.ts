import type { PathsD } from 'clipper2-ts';
// By its parts: as a whole it brings along what nothing here needs.
import { ClipType, FillRule } from 'clipper2-ts/dist/Core.js';
import { ClipperD } from 'clipper2-ts/dist/Engine.js';

/** Decimals of a millimetre that outlines are cut with. */
const PRECISION = 6;

/** The area under closed outlines that may lie over one another, x and y in turn: even-odd within a part, all parts together. */
export function solidArea(parts: readonly (readonly Float64Array[])[]): PathsD {
  const filled = parts.map((rings) =>
    clipped(
      ClipType.Union,
      rings.map((ring) =>
        Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
      ),
      [],
      FillRule.EvenOdd,
    ),
  );
  return filled.length === 0 ? [] : clipped(ClipType.Union, filled.flat(), [], FillRule.NonZero);
}

/** What of an area lies on one side of a closed outline, x and y in turn, even-odd. */
export function keptArea(area: PathsD, outline: Float64Array, keep: 'inside' | 'outside'): PathsD {
  const within = solidArea([[outline]]);
  const what = keep === 'inside' ? ClipType.Intersection : ClipType.Difference;
  return clipped(what, area, within, FillRule.NonZero);
}

function clipped(what: ClipType, subject: PathsD, clip: PathsD, rule: FillRule): PathsD {
  const clipper = new ClipperD(PRECISION);
  clipper.addSubjectPaths(subject);
  clipper.addClipPaths(clip);
  const found: PathsD = [];
  clipper.execute(what, rule, found);
  return found;
}

/** Moves an area: x' = a x + c y + e, y' = b x + d y + f. */
export function movedArea(area: PathsD, [a, b, c, d, e, f]: ArrayLike<number> & Iterable<number>): PathsD {
  return area.map((ring) => ring.map(({ x, y }) => ({ x: a * x + c * y + e, y: b * x + d * y + f })));
}

/**
 * How deep two areas lie in each other, mm: the width of what they have in common where it is
 * narrowest, so how far they would have to be moved apart there; of several such places the
 * widest. 0 where they only touch.
 */
export function overlapWidth(a: PathsD, b: PathsD): number {
  let widest = 0;
  for (const ring of clipped(ClipType.Intersection, a, b, FillRule.NonZero))
    widest = Math.max(widest, leastWidth(ring.map(({ x, y }) => [x, y] as const)));
  return widest;
}

type Point = readonly [number, number];

/** The least distance of two parallel lines that hold all points between them: one of them lies on an edge of the hull. */
export function leastWidth(points: readonly Point[]): number {
  const hull = convexHull(points);
  if (hull.length < 3) return 0;
  let least = Infinity;
  hull.forEach(([x0, y0], i) => {
    const [x1, y1] = hull[(i + 1) % hull.length];
    const size = Math.hypot(x1 - x0, y1 - y0);
    if (size === 0) return;
    let far = 0;
    for (const [x, y] of hull) far = Math.max(far, ((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) / size);
    least = Math.min(least, far);
  });
  return least === Infinity ? 0 : least;
}

/** The hull of points, to the left round (monotone chain). */
function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const half = (all: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of all) {
      while (chain.length > 1 && turn(chain[chain.length - 2], chain[chain.length - 1], p) <= 0) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

const turn = (a: Point, b: Point, c: Point): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
