import { areaOf, isInside, measurePath, parsePathData, type Vec } from '@coin-relay/core';
import type { OutlinePart } from '../families';

/** A round hole: its middle and its radius, mm. */
export interface RoundHole extends Vec {
  readonly radius: number;
}

/** Area over that of a circle of the same girth, 4 π A / L²: an octagon has 0.948. */
const ROUND = 0.95;
/** How far chords may stray from what is round, of its girth. */
const FINE = 1e-4;
/** Holes whose middles are nearer than this, of their radius, are one that goes through several outlines. */
const SAME = 0.05;

/** The round holes of outlines: of those within each other the one that is left. */
export function roundHoles(outline: readonly Pick<OutlinePart, 'data'>[]): RoundHole[] {
  const found: RoundHole[] = [];
  for (const { data } of outline) {
    const rings = parsePathData(data).map((contour) => {
      const path = measurePath(contour);
      return areaOf(path, path.length * FINE);
    });
    for (const ring of rings) {
      const around = rings.filter((other) => other !== ring && isInside(other, ring[0], ring[1]));
      if (around.length % 2 === 0) continue;
      const hole = asRound(ring);
      if (!hole) continue;
      const twin = found.findIndex((known) => isSame(known, hole));
      if (twin < 0) found.push(hole);
      else if (hole.radius < found[twin].radius) found[twin] = hole;
    }
  }
  return found;
}

/**
 * A ring as a circle, null where it is none: that which its corners lie on best, by least squares of x² + y² − 2 a x −
 * 2 b y − c (Kåsa, 1976), so that a circle of few chords has its own middle.
 */
function asRound(ring: Float64Array): RoundHole | null {
  const n = ring.length / 2;
  let [girth, twice, mx, my] = [0, 0, 0, 0];
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    girth += Math.hypot(ring[i] - ring[j], ring[i + 1] - ring[j + 1]);
    twice += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
    mx += ring[i] / n;
    my += ring[i + 1] / n;
  }
  const area = Math.abs(twice) / 2;
  if (!(area > 0) || (4 * Math.PI * area) / girth ** 2 < ROUND) return null;
  let [xx, xy, yy, xq, yq, q] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < ring.length; i += 2) {
    const [x, y] = [ring[i] - mx, ring[i + 1] - my];
    const square = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xq += (x * square) / 2;
    yq += (y * square) / 2;
    q += square / n;
  }
  const size = xx * yy - xy * xy;
  const [x, y] = [(xq * yy - yq * xy) / size, (yq * xx - xq * xy) / size];
  return { x: mx + x, y: my + y, radius: Math.sqrt(q + x * x + y * y) };
}

const isSame = (a: RoundHole, b: RoundHole): boolean =>
  Math.hypot(a.x - b.x, a.y - b.y) < SAME * Math.max(a.radius, b.radius);
