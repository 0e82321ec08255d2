import { RelayError } from '../error';
import { fineOutline } from '../bend';
import { parsePathData } from '../path';
// By its part: what else there is of solids is not needed to draw.
import { insetRing, nested, reversedRing, ringArea, withoutRepeats, type Ring } from '../solid/rings';
import { ringsBox } from './rings-box';

/** Corners of a section at the most, once what is round is cut into chords. */
export const MOST_SECTION_CORNERS = 2_000;
/** Less of an area than this, of its box, is none. */
const LEAST_AREA = 1e-6;
/** What a section is drawn from. */
export interface SectionShape {
  /** Path data, mm: x across, y up. Several outlines, each closed, or one that is open. */
  readonly data: string;
  /** How thick it is along its line, mm; 0: all within its outline is solid. */
  readonly wall: number;
  /** Mirrored about the middle of its box. */
  readonly mirrored: boolean;
}

/**
 * A section as rings of chords, outer ones counter-clockwise, holes clockwise, none crossing another. A wall lies inside
 * a closed outline, and to both sides of an open one, mitred at its corners.
 * @param tolerance how far chords may stray from what is round, mm
 * @throws RelayError section-invalid, path-data-broken
 */
export function sectionRings({ data, wall, mirrored }: SectionShape, tolerance: number): Ring[] {
  const contours = parsePathData(data);
  const { points, rings: starts } = fineOutline(contours, Infinity, tolerance);
  const chains = contours.map(({ closed }, i) =>
    withoutRepeats(points.subarray(2 * starts[i], 2 * starts[i + 1]), closed),
  );
  const open = contours.filter(({ closed }) => !closed).length;
  if (open > 0 && contours.length > 1)
    fail('A section is one open line, or outlines that are closed. Close the others, or leave them out.');
  const corners = chains.reduce((sum, chain) => sum + chain.length / 2, 0);
  if (corners > MOST_SECTION_CORNERS)
    fail(
      `A section has ${MOST_SECTION_CORNERS.toLocaleString('en')} corners at the most; this one comes to ${corners.toLocaleString('en')}. Draw it simpler, or let what is round be off by more.`,
    );
  const rings = open > 0 ? [alongLine(chains[0], wall)] : closedRings(chains, wall);
  check(rings);
  return nested(mirrored ? rings.map((ring) => mirror(ring, middleAcross(rings))) : rings);
}

/** What a section comes to. */
export interface SectionMeasures {
  /** mm². */
  readonly area: number;
  /** Of the area, mm. */
  readonly centroid: { readonly x: number; readonly y: number };
  /** x0, y0, x1, y1, mm. */
  readonly bounds: readonly [number, number, number, number];
  /** Of its outer rings, mm. */
  readonly round: number;
}

/** Area and centroid by Green's theorem over its rings. */
export function measureSection(rings: readonly Ring[]): SectionMeasures {
  let [area, mx, my, round] = [0, 0, 0, 0];
  for (const ring of rings) {
    const outer = ringArea(ring) > 0;
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [ring[j], ring[j + 1], ring[i], ring[i + 1]];
      const cross = ax * by - bx * ay;
      area += cross / 2;
      mx += ((ax + bx) * cross) / 6;
      my += ((ay + by) * cross) / 6;
      if (outer) round += Math.hypot(bx - ax, by - ay);
    }
  }
  return { area, centroid: { x: mx / area, y: my / area }, bounds: ringsBox(rings), round };
}

function closedRings(chains: readonly Ring[], wall: number): Ring[] {
  if (wall === 0) return [...chains];
  if (chains.length > 1)
    fail(
      'A wall goes along one outline; this section has several. Leave the wall at 0, or draw one outline.',
    );
  const ring = ringArea(chains[0]) > 0 ? chains[0] : reversedRing(chains[0]);
  const hole = ring.length >= 6 ? insetRing(ring, wall) : null;
  if (!hole) return fail(`A wall of ${wall} mm fills this section. Make it thinner.`);
  return [ring, hole];
}

/** A line with a wall to both sides of it. */
function alongLine(chain: Ring, wall: number): Ring {
  if (!(wall > 0)) fail('A section that is an open line needs a wall: say how thick it is, or close it.');
  if (chain.length < 4) fail('A section needs two points that are apart at the least.');
  const n = chain.length / 2;
  const half = wall / 2;
  const side = (i: number): [number, number] => {
    const [dx, dy] = [chain[2 * i + 2] - chain[2 * i], chain[2 * i + 3] - chain[2 * i + 1]];
    const long = Math.hypot(dx, dy);
    return [dx / long, dy / long];
  };
  const out = new Float64Array(4 * n);
  for (let i = 0; i < n; i++) {
    const [ax, ay] = side(Math.max(0, i - 1));
    const [bx, by] = side(Math.min(n - 2, i));
    const k = half / (1 + ax * bx + ay * by);
    if (!(k <= MOST_MITRE * half))
      fail('The line of this section turns back on itself at a corner. Open it there.');
    const [nx, ny] = [-(ay + by) * k, (ax + bx) * k];
    out.set([chain[2 * i] - nx, chain[2 * i + 1] - ny], 2 * i);
    out.set([chain[2 * i] + nx, chain[2 * i + 1] + ny], 4 * n - 2 - 2 * i);
  }
  return out;
}

/** How far the corner of a wall may stand out, of half its thickness. */
const MOST_MITRE = 8;

function check(rings: readonly Ring[]): void {
  if (crossing(rings)) fail('The outline of this section crosses itself. Draw it without crossings.');
  const [x0, y0, x1, y1] = ringsBox(rings);
  const size = Math.max(x1 - x0, y1 - y0);
  const flat = rings.some((ring) => ring.length < 6 || Math.abs(ringArea(ring)) <= LEAST_AREA * size * size);
  if (rings.length === 0 || !(size > 0) || flat)
    fail('A section needs an outline round an area: three corners at the least, not all in a line.');
}

/** Whether any two sides cross that are not neighbours. */
function crossing(rings: readonly Ring[]): boolean {
  const sides = rings.flatMap((ring, of) =>
    Array.from({ length: ring.length / 2 }, (_, i) => {
      const j = (i + 1) % (ring.length / 2);
      return {
        of,
        i,
        last: ring.length / 2 - 1,
        a: [ring[2 * i], ring[2 * i + 1]],
        b: [ring[2 * j], ring[2 * j + 1]],
      } as const;
    }),
  );
  const turn = ([ax, ay]: Pair, [bx, by]: Pair, [cx, cy]: Pair): number =>
    (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  return sides.some((one, k) =>
    sides.slice(k + 1).some((other) => {
      const next = one.of === other.of && (other.i === one.i + 1 || (one.i === 0 && other.i === one.last));
      if (next) return false;
      return (
        turn(one.a, one.b, other.a) * turn(one.a, one.b, other.b) <= 0 &&
        turn(other.a, other.b, one.a) * turn(other.a, other.b, one.b) <= 0 &&
        // On one line they cross only where they lie over one another.
        Math.min(one.a[0], one.b[0]) <= Math.max(other.a[0], other.b[0]) &&
        Math.min(other.a[0], other.b[0]) <= Math.max(one.a[0], one.b[0]) &&
        Math.min(one.a[1], one.b[1]) <= Math.max(other.a[1], other.b[1]) &&
        Math.min(other.a[1], other.b[1]) <= Math.max(one.a[1], one.b[1])
      );
    }),
  );
}

type Pair = readonly [number, number];

const middleAcross = (rings: readonly Ring[]): number => {
  const [x0, , x1] = ringsBox(rings);
  return (x0 + x1) / 2;
};

const mirror = (ring: Ring, about: number): Ring =>
  ring.map((value, i) => (i % 2 === 0 ? 2 * about - value : value));

function fail(message: string): never {
  throw new RelayError('section-invalid', message, { field: 'section' });
}
