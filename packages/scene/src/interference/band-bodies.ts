import { RIDE_NUMBERS, ringsBox, SECTION_NUMBERS } from '@coin-relay/core';
import { bandAcross, bandRings, bandSectionAt, placesOf, rowBand, type RowBand } from '../placing/band';
import { rowCopies } from '../placing/copies';
import type { RowScene } from '../placing/scene';
import { overlapWidth, solidArea } from './overlap';

/** How finely sections are looked at, of their size. */
const FINE = 1 / 200;
/** Places along a path where two bands on it are held against each other. */
const LOOKS = 16;
/** Strips that a section is cut into across, and stretches of a band along its path at the most. */
const STRIPS = 24;
const MOST_STRETCHES = 240;

/** A box that a band is taken for: where it is, which ways it goes, and how far. */
export interface BandBox {
  readonly s: number;
  readonly middle: readonly number[];
  readonly axes: readonly (readonly number[])[];
  readonly half: readonly number[];
}

/** A band as boxes: what its section takes up in each of its strips, stretch by stretch. */
export function bandBoxes(scene: RowScene): BandBox[] {
  const band = rowBand(scene);
  if (!band) return [];
  const { from, to } = scene.fit.window;
  const size = sizeOf(band);
  const many = Math.max(LOOKS, Math.min(MOST_STRETCHES, Math.ceil((to - from) / size)));
  const parts = stripsOf(bandRings(band.piece.piece, size * FINE));
  const [a, b, m] = [0, 1, 2].map(() => new Float64Array(SECTION_NUMBERS));
  return rowCopies(scene.setOut.setOut.rows).flatMap((row) => {
    const at = bandSectionAt(scene, band, row);
    return Array.from({ length: many }, (_, i) => {
      const [s0, s1] = [i, i + 1].map((k) => from + ((to - from) * k) / many);
      at(s0, a);
      at(s1, b);
      at((s0 + s1) / 2, m);
      const [x, y] = [3, 6].map((o) => [...m.subarray(o, o + 3)]);
      return parts.map(([x0, y0, x1, y1]): BandBox => {
        const [u, v] = [(x0 + x1) / 2, (y0 + y1) / 2];
        const [p, q] = [a, b].map((f) => [0, 1, 2].map((c) => f[c] + u * f[3 + c] + v * f[6 + c]));
        const along = p.map((value, c) => (q[c] - value) / 2);
        const ways = [along, scaled(x, (x1 - x0) / 2), scaled(y, (y1 - y0) / 2)];
        const half = ways.map((way) => Math.hypot(...way));
        return {
          s: (s0 + s1) / 2,
          middle: p.map((value, c) => (value + q[c]) / 2),
          axes: ways.map((way, k) => scaled(way, 1 / (half[k] || 1))),
          half,
        };
      });
    }).flat();
  });
}

/**
 * How deep two bands on one path lie in each other by their sections, and where, mm; null where they are not both bands
 * that run alike.
 */
export function bandsOverlap(
  a: RowScene,
  b: RowScene,
): { readonly depth: number; readonly s: number } | null {
  const [one, other] = [rowBand(a), rowBand(b)];
  if (!one || !other || !runAlike(a, b)) return null;
  const { from, to } = a.fit.window;
  let worst = { depth: 0, s: from };
  for (let i = 0; i < LOOKS; i++) {
    const s = from + ((to - from) * i) / LOOKS;
    const [p, q] = [areaAt(a, one, s), areaAt(b, other, s)];
    const depth = overlapWidth(p, q);
    if (depth > worst.depth) worst = { depth, s };
    if (i === 0 && !a.shaping && !b.shaping && !turns(a) && !turns(b)) break;
  }
  return worst;
}

/** Bands that leave their plane along one path, each two of them once: how deep their sections lie in each other, if they do. */
export function bandPairs(rows: readonly { readonly run: string; readonly scene: RowScene }[]): ReadonlyMap<
  string,
  {
    readonly run: string;
    readonly other: string;
    readonly s: number;
    readonly otherS: number;
    readonly depth: number;
    readonly clear: null;
  } | null
> {
  const spatial = rows.filter(({ scene }) => scene.setOut.stand !== null);
  return new Map(
    spatial.flatMap((a, i) =>
      spatial.slice(i + 1).flatMap((b) => {
        const over = bandsOverlap(a.scene, b.scene);
        if (!over) return [];
        const { s, depth } = over;
        const found = depth > 0 ? { run: a.run, other: b.run, s, otherS: s, depth, clear: null } : null;
        return [[`${a.run} ${b.run}`, found] as const];
      }),
    ),
  );
}

const areaAt = (scene: RowScene, band: RowBand, s: number): ReturnType<typeof solidArea> =>
  solidArea([bandAcross(scene, band, s, sizeOf(band) * FINE)]);
const turns = ({ setOut: { stand } }: RowScene): boolean => stand !== null && stand.twist !== 0;

function sizeOf({ piece }: RowBand): number {
  const [x0, y0, x1, y1] = ringsBox(bandRings(piece.piece, Infinity));
  return Math.max(x1 - x0, y1 - y0);
}

/** Are they carried along the same line with the same up? */
function runAlike(a: RowScene, b: RowScene): boolean {
  const [{ window: w }, { window: v }] = [a.fit, b.fit];
  const length = a.fit.layout.path.length;
  if (
    Math.abs(length - b.fit.layout.path.length) > NEAR ||
    Math.abs(w.from - v.from) > NEAR ||
    Math.abs(w.to - v.to) > NEAR
  )
    return false;
  const [read, other] = [placesOf(a), placesOf(b)];
  const [p, q] = [new Float64Array(RIDE_NUMBERS), new Float64Array(RIDE_NUMBERS)];
  return Array.from({ length: LOOKS }, (_, i) => (length * i) / LOOKS).every((s) => {
    read(s, p);
    other(s, q);
    return p.every((value, c) => Math.abs(value - q[c]) <= NEAR);
  });
}

/** What is no further apart is one, mm: rides are tables, each as fine as its row asks. */
const NEAR = 0.01;

/** What a section takes up in strips across it: x0, y0, x1, y1, mm. */
function stripsOf(rings: readonly Float64Array[]): (readonly [number, number, number, number])[] {
  const [x0, , x1] = ringsBox(rings);
  const wide = (x1 - x0) / STRIPS;
  return Array.from({ length: STRIPS }, (_, i) => {
    const from = x0 + i * wide;
    // Where a line up through the middle of the strip goes in and out.
    const crossings = rings.flatMap((ring) => crossingsAt(ring, from + wide / 2)).sort((a, b) => a - b);
    return Array.from(
      { length: Math.floor(crossings.length / 2) },
      (__, k) => [from, crossings[2 * k], from + wide, crossings[2 * k + 1]] as const,
    );
  }).flat();
}

function crossingsAt(ring: Float64Array, x: number): number[] {
  const found: number[] = [];
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [ring[j], ring[j + 1], ring[i], ring[i + 1]];
    if (ax > x !== bx > x) found.push(ay + ((x - ax) / (bx - ax)) * (by - ay));
  }
  return found;
}

const scaled = (way: readonly number[], by: number): number[] => way.map((value) => value * by);
