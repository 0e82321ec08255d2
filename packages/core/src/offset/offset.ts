import Flatbush from 'flatbush';
import { RelayError, mm } from '../error';
import { angleBetween, distance, type Vec } from '../math';
import { measurePath, pieceEnd, type Contour } from '../path';
import { pieceTangent } from '../drawn/contour';
import { subPiece } from '../edit/cut-piece';
import { tidyContour } from '../edit/tidy';
import { inArcs, plainBox, plainDistance, plainEnd, type Plain } from './arcs';
import { meetings } from './meet';

export interface OffsetOptions {
  /** Outer corners: an arc about the corner, or the sides carried on until they meet. */
  readonly corners: 'round' | 'sharp';
  /** How near curves are followed by arcs, mm. */
  readonly tolerance: number;
}

/** Corners sharper than this (turning) are rounded also where they should be sharp: they would run far out. */
const MOST_MITRE = (150 * Math.PI) / 180;

/**
 * The parallel of a contour at a distance to its left (negative: to its right), without loops.
 * Lines and circular arcs are shifted exactly; other curves are first followed by arcs.
 *
 * Every piece is shifted, outer corners are bridged, and what results is cut wherever it
 * crosses itself; of the parts those are kept that come nowhere nearer to the contour than the
 * distance.
 *
 * @returns the lines that are left, the longest first; a closed contour may fall into several, or vanish
 * @throws RelayError parallel-invalid where the distance is none, or nothing is left
 */
export function parallelContours(given: Contour, by: number, options: OffsetOptions): Contour[] {
  if (!(Math.abs(by) > 0 && Number.isFinite(by)))
    throw new RelayError('parallel-invalid', 'A parallel needs a distance other than zero.', {
      field: 'distance',
    });
  const contour = tidyContour(given);
  const plain = inArcs(contour, options.tolerance);
  if (plain.length === 0)
    throw new RelayError('path-zero-length', 'The path is too small to have a parallel.');
  // Only curves that were followed by arcs need more than rounding does.
  const exact = contour.segments.every((piece) => piece.kind === 'line' || piece.kind === 'arc');
  const slack = (exact ? 0 : options.tolerance * 2) + 1e-7 * Math.abs(by);
  const raw = shifted(plain, contour.closed, by, { corners: options.corners, slack });
  const source = new Nearness(plain);
  const kept = cutAtCrossings(raw).filter((part) => isClear(part, source, Math.abs(by) - slack));
  const lines = joinParts(kept, Math.max(1e-5 * Math.abs(by), 2 * options.tolerance), contour.closed);
  if (lines.length === 0)
    throw new RelayError(
      'parallel-invalid',
      `Nothing is left of a parallel ${mm(Math.abs(by))} to the ${by > 0 ? 'left' : 'right'}: the path is too narrow. Use a smaller distance.`,
      { field: 'distance' },
    );
  return lines.sort((a, b) => measurePath(b).length - measurePath(a).length);
}

/** Every piece shifted, and bridged to the next. */
function shifted(plain: readonly Plain[], closed: boolean, by: number, shift: Shift): Plain[] {
  const n = plain.length;
  const sides = plain.map((piece) => shiftPiece(piece, by));
  for (let i = 0; i < (closed ? n : n - 1); i++) weld(plain, sides, i, (i + 1) % n, by, shift.slack);
  const made: Plain[] = [];
  for (let i = 0; i < n; i++) {
    const side = sides[i];
    if (side) made.push(side);
    const j = (i + 1) % n;
    if (j === 0 && !closed) continue;
    made.push(...bridge(plain[i], plain[j], by, shift));
  }
  return made;
}

interface Shift {
  readonly corners: 'round' | 'sharp';
  /** How much nearer than the distance a place still counts as clear, mm. */
  readonly slack: number;
}

/** Does the path turn so little, to the inner side, that what overlaps there would not be told as too near? */
const hardlyTurns = (turn: number, by: number, slack: number): boolean =>
  turn * by > 0 && Math.abs(by) * (1 - Math.cos(turn / 2)) <= slack;

/** There the shifted pieces overlap by a hair: each loses its half of that. */
function weld(
  plain: readonly Plain[],
  sides: (Plain | null)[],
  i: number,
  j: number,
  by: number,
  slack: number,
): void {
  const [one, two] = [sides[i], sides[j]];
  if (!one || !two || i === j) return;
  const turn = angleBetween(pieceTangent(plain[i], 1), pieceTangent(plain[j], 0));
  if (!hardlyTurns(turn, by, slack)) return;
  const half = Math.abs(by) * Math.tan(turn * Math.sign(by) * 0.5);
  const [first, second] = [plainLength(one), plainLength(two)];
  if (!(half < first && half < second)) return;
  sides[i] = subPiece(one, 0, 1 - half / first) as Plain;
  sides[j] = subPiece(two, half / second, 1) as Plain;
}

/** A piece shifted to its left; null for an arc that the shift turns inside out. */
function shiftPiece(piece: Plain, by: number): Plain | null {
  if (piece.kind === 'line') {
    const t = pieceTangent(piece, 0);
    const move = (p: Vec): Vec => ({ x: p.x - by * t.y, y: p.y + by * t.x });
    return { kind: 'line', a: move(piece.a), b: move(piece.b) };
  }
  const radius = piece.radius - Math.sign(piece.sweep) * by;
  if (radius > 1e-12 * piece.radius) return { ...piece, radius };
  // Turned inside out, its ends still have to be joined: by the straight line between them.
  const ends = [0, 1].map((end) => ({
    x: piece.centre.x + radius * Math.cos(piece.start + end * piece.sweep),
    y: piece.centre.y + radius * Math.sin(piece.start + end * piece.sweep),
  }));
  return distance(ends[0], ends[1]) > 1e-12 * piece.radius ? { kind: 'line', a: ends[0], b: ends[1] } : null;
}

/** What joins two shifted pieces: nothing where they meet, else an arc about the corner, or both sides carried on. */
function bridge(before: Plain, after: Plain, by: number, shift: Shift): Plain[] {
  const at = plainEnd(after, 0);
  const t = pieceTangent(before, 1);
  const u = pieceTangent(after, 0);
  const turn = angleBetween(t, u);
  if (Math.abs(turn) < 1e-12 || hardlyTurns(turn, by, shift.slack)) return [];
  const a = { x: at.x - by * t.y, y: at.y + by * t.x };
  const b = { x: at.x - by * u.y, y: at.y + by * u.x };
  const outer = turn * by < 0;
  if (outer && shift.corners === 'sharp' && Math.abs(turn) < MOST_MITRE) {
    const reach = Math.abs(by) * Math.tan(Math.abs(turn) / 2);
    const tip = { x: a.x + reach * t.x, y: a.y + reach * t.y };
    return [
      { kind: 'line', a, b: tip },
      { kind: 'line', a: tip, b },
    ];
  }
  // On the inner side the bridge lies within the distance of the corner and is cut away later.
  return [
    {
      kind: 'arc',
      centre: at,
      radius: Math.abs(by),
      start: Math.atan2(a.y - at.y, a.x - at.x),
      sweep: turn,
    },
  ];
}

/** The raw line in parts that meet only at their ends. */
function cutAtCrossings(raw: readonly Plain[]): Plain[] {
  const boxes = raw.map(plainBox);
  const index = new Flatbush(Math.max(1, raw.length));
  for (const box of boxes) index.add(...box);
  if (raw.length === 0) return [];
  index.finish();
  const cuts: number[][] = raw.map(() => []);
  raw.forEach((piece, i) => {
    const [x0, y0, x1, y1] = boxes[i];
    for (const j of index.search(x0, y0, x1, y1)) {
      if (j <= i) continue;
      for (const [t, u] of meetings(piece, raw[j])) {
        cuts[i].push(t);
        cuts[j].push(u);
      }
    }
  });
  return raw.flatMap((piece, i) => {
    const stops = [0, ...cuts[i].sort((a, b) => a - b), 1].filter(
      (t, k, all) => k === 0 || t - all[k - 1] > 1e-10,
    );
    if (stops[stops.length - 1] < 1) stops[stops.length - 1] = 1;
    const parts: Plain[] = [];
    for (let k = 0; k + 1 < stops.length; k++) parts.push(subPiece(piece, stops[k], stops[k + 1]) as Plain);
    return parts;
  });
}

/** The pieces of a contour, to ask how near a point is. */
class Nearness {
  private readonly index: Flatbush;

  constructor(private readonly pieces: readonly Plain[]) {
    this.index = new Flatbush(pieces.length);
    for (const piece of pieces) this.index.add(...plainBox(piece));
    this.index.finish();
  }

  /** Does any piece come nearer to the point than this? */
  isWithin(p: Vec, limit: number): boolean {
    for (const k of this.index.search(p.x - limit, p.y - limit, p.x + limit, p.y + limit))
      if (plainDistance(this.pieces[k], p) < limit) return true;
    return false;
  }
}

/** A part that stays clear of the contour all along: its middle and two places beside it tell. */
function isClear(part: Plain, source: Nearness, limit: number): boolean {
  return [0.5, 0.11, 0.89].every((t) => !source.isWithin(pieceEnd(part, t), limit));
}

/** Parts end to end as lines; closed where one ends on its own start. */
function joinParts(parts: readonly Plain[], tolerance: number, closed: boolean): Contour[] {
  if (parts.length === 0) return [];
  const starts = new Flatbush(parts.length);
  for (const part of parts) {
    const p = plainEnd(part, 0);
    starts.add(p.x, p.y, p.x, p.y);
  }
  starts.finish();
  const used = new Uint8Array(parts.length);
  const lines: Contour[] = [];
  const hasBefore = new Uint8Array(parts.length);
  parts.forEach((part, i) => {
    const p = plainEnd(part, 1);
    const k = starts.neighbors(p.x, p.y, 1, tolerance, (j) => j !== i)[0];
    if (k !== undefined) hasBefore[k] = 1;
  });
  // Lines with a loose start first, so that open ones are not begun in their middle.
  const order = parts.map((_, i) => i).sort((a, b) => hasBefore[a] - hasBefore[b]);
  for (const first of order) {
    if (used[first]) continue;
    const line: Plain[] = [];
    let at: number | undefined = first;
    while (at !== undefined) {
      used[at] = 1;
      line.push(parts[at]);
      const p = plainEnd(parts[at], 1);
      at = starts.neighbors(p.x, p.y, 1, tolerance, (j) => !used[j])[0];
    }
    const isClosed = distance(plainEnd(line[0], 0), plainEnd(line[line.length - 1], 1)) <= tolerance;
    // Slivers between two nearly equal crossings are no lines.
    const whole: Contour = {
      segments: line,
      closed: isClosed && (line.length > 1 || line[0].kind === 'arc'),
    };
    if ((!closed || whole.closed) && line.reduce((sum, part) => sum + plainLength(part), 0) > 10 * tolerance)
      lines.push(whole);
  }
  return lines;
}

const plainLength = (piece: Plain): number =>
  piece.kind === 'line' ? distance(piece.a, piece.b) : Math.abs(piece.sweep) * piece.radius;
