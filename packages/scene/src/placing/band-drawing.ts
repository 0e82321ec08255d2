import { ringsBox, type BandLine } from '@coin-relay/core';
import { short } from '@coin-relay/model';
import { bandRings, bandTolerance, rowBand, shownBandLines } from './band';
import type { RowScene } from './scene';

/** A band as it is seen from the front, as path data, mm. */
export interface BandDrawing {
  /** What is filled, even-odd. */
  readonly area: string;
  /** Its rims, and the edges that are seen between them; empty where it is not inked. */
  readonly edges: string;
  readonly material: string;
}

/** Edges of a section that turn by more than this are drawn, radians. */
const CREASE = (35 * Math.PI) / 180;
/** Hidden is what lies lower than this under something else, of the size of the section. */
const UNDER = 1e-6;

/**
 * Draws the band that a row is: each of its sections between its outermost corners; null where it is none.
 * @param lines it is drawn by, where they are known
 */
export function bandDrawing(scene: RowScene, lines = shownBandLines(scene)): BandDrawing | null {
  const band = rowBand(scene);
  if (!band) return null;
  const { piece } = band.piece;
  const inked = band.ownSection === true && (piece.finish?.line ?? true);
  const [x0, y0, x1, y1] = ringsBox(bandRings(piece, Infinity));
  const size = Math.max(x1 - x0, band.ownSection ? y1 - y0 : 0);
  const tolerance = bandTolerance(piece);
  const rings = bandRings(piece, tolerance);
  const drawn = lines.map((line) => drawLine(line, rings, size * UNDER));
  return {
    area: drawn.map(({ area }) => area).join(''),
    edges: inked ? drawn.map(({ edges }) => edges).join('') : '',
    material: piece.finish?.material ?? band.material,
  };
}

/** A corner of the section as it is seen: where, and how far it is to the left of the path and in front. */
interface Seen {
  readonly x: number;
  readonly y: number;
  readonly left: number;
  readonly high: number;
}

function drawLine(
  line: BandLine,
  rings: readonly Float64Array[],
  under: number,
): { area: string; edges: string } {
  const n = line.places.length;
  const creases = rings.map(creasesOf);
  // Where no edge is seen between its rims these are all that is asked for.
  const edged = creases.some((corners) => corners.length > 0);
  const sections = edged ? Array.from({ length: n }, (_, i) => seenAt(line, i, rings)) : [];
  const [left, right] = edged ? rimsOf(sections) : outermost(line, rings);
  const text = (points: readonly Pick<Seen, 'x' | 'y'>[]): string =>
    `M${points.map(({ x, y }) => `${short(x)} ${short(y)}`).join('L')}`;
  const closing = line.closed ? 'Z' : '';
  const area = line.closed
    ? `${text(left)}Z${text([...right].reverse())}Z`
    : `${text([...left, ...[...right].reverse()])}Z`;
  const rimLines = line.closed ? text(left) + closing + text(right) + closing : area;
  let edges = rimLines;
  creases.forEach((corners, r) => {
    for (const k of corners) {
      let run: Seen[] = [];
      const end = (): void => {
        if (run.length > 1) edges += text(run);
        run = [];
      };
      for (let i = 0; i < (line.closed ? n + 1 : n); i++) {
        const section = sections[i % n];
        const corner = section[r][k];
        const onRim = corner === left[i % n] || corner === right[i % n];
        if (!onRim && isOnTop(section, corner, under)) run.push(corner);
        else end();
      }
      end();
    }
  });
  return { area, edges };
}

const rimsOf = (sections: readonly Seen[][][]): Seen[][] =>
  ([1, -1] as const).map((side) =>
    sections.map((section) =>
      section.flat().reduce((best, corner) => (side * corner.left > side * best.left ? corner : best)),
    ),
  );

/** The outermost corners of each section to the left and to the right, and nothing else of it. */
function outermost(line: BandLine, rings: readonly Float64Array[]): Pick<Seen, 'x' | 'y'>[][] {
  const { frames, places } = line;
  const rims: Pick<Seen, 'x' | 'y'>[][] = [[], []];
  for (let i = 0; i < places.length; i++) {
    const [wx, wy] = wayAt(line, i);
    const f = 9 * i;
    // A step along x and y of the section, as it is seen to the left.
    const dx = frames[f + 4] * wx - frames[f + 3] * wy;
    const dy = frames[f + 7] * wx - frames[f + 6] * wy;
    for (const [side, rim] of rims.entries()) {
      let [most, u, v] = [-Infinity, 0, 0];
      for (const ring of rings)
        for (let k = 0; k < ring.length; k += 2) {
          const left = (ring[k] * dx + ring[k + 1] * dy) * (side === 0 ? 1 : -1);
          if (left > most) [most, u, v] = [left, ring[k], ring[k + 1]];
        }
      rim.push({
        x: frames[f] + (u * frames[f + 3] + v * frames[f + 6]),
        y: frames[f + 1] + (u * frames[f + 4] + v * frames[f + 7]),
      });
    }
  }
  return rims;
}

/** The way a band goes at one of its sections, as it is seen. */
function wayAt({ frames, closed, places }: BandLine, i: number): [x: number, y: number] {
  const n = places.length;
  const before = i > 0 ? i - 1 : closed ? n - 1 : 0;
  const behind = i + 1 < n ? i + 1 : closed ? 0 : n - 1;
  const [wx, wy] = [frames[9 * behind] - frames[9 * before], frames[9 * behind + 1] - frames[9 * before + 1]];
  const long = Math.hypot(wx, wy);
  // Where it runs towards who looks any side will do.
  return long > 0 ? [wx / long, wy / long] : [1, 0];
}

function seenAt(line: BandLine, i: number, rings: readonly Float64Array[]): Seen[][] {
  const { frames } = line;
  const [wx, wy] = wayAt(line, i);
  const f = frames.subarray(9 * i, 9 * i + 9);
  return rings.map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, k): Seen => {
      const [u, v] = [ring[2 * k], ring[2 * k + 1]];
      const [dx, dy, dz] = [0, 1, 2].map((c) => u * f[3 + c] + v * f[6 + c]);
      return { x: f[0] + dx, y: f[1] + dy, left: dy * wx - dx * wy, high: dz };
    }),
  );
}

/** Is nothing of the section in front of one of its corners? */
function isOnTop(section: readonly (readonly Seen[])[], corner: Seen, under: number): boolean {
  return !section.some((ring) =>
    ring.some((a, k) => {
      const b = ring[(k + 1) % ring.length];
      if (a === corner || b === corner || a.left === b.left) return false;
      const t = (corner.left - a.left) / (b.left - a.left);
      return t >= 0 && t <= 1 && a.high + t * (b.high - a.high) > corner.high + under;
    }),
  );
}

/** The corners of a ring where it turns so far that an edge is seen. */
function creasesOf(ring: Float64Array): number[] {
  const n = ring.length / 2;
  const side = (i: number): number => {
    const j = (i + 1) % n;
    return Math.atan2(ring[2 * j + 1] - ring[2 * i + 1], ring[2 * j] - ring[2 * i]);
  };
  return Array.from({ length: n }, (_, i) => i).filter((i) => {
    const turn = side(i) - side((i + n - 1) % n);
    return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) > CREASE;
  });
}
