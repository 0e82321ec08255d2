import { BY, wrapInto, type FitOutcome } from '@coin-relay/core';
import type { ResolvedSetOut } from '@coin-relay/model';
import { rowScene } from './scene';
import { placeMatrix } from './placement-matrix';

/** One place of a row before it travels, as numbers. */
export interface PlaceRow {
  /** Its number in the row, from 1. */
  readonly place: number;
  /** Where its middle stands along the path, mm: moved as it is moved. */
  readonly s: number;
  /** Where its first pin is along the path, and how far it is straight to the next one, mm. */
  readonly pin: number;
  readonly chord: number;
  /** Where its piece stands, mm: the middle between its pins, moved as it is moved. */
  readonly x: number;
  readonly y: number;
  /** Its height; 0 in the plane. */
  readonly z: number;
  /** The way its piece goes, and what is up on it: unit vectors. */
  readonly forward: readonly [number, number, number];
  readonly up: readonly [number, number, number];
  /** How steep it goes up, and how far it leans to its left, degrees; 0 in the plane. */
  readonly slope: number;
  readonly lean: number;
  /** Direction of its piece in plan, degrees in (−180, 180]. */
  readonly angle: number;
  readonly piece: string;
  readonly by: string;
  readonly leftOut: boolean;
}

export type PlaceSort = Exclude<keyof PlaceRow, 'leftOut' | 'forward' | 'up'>;

/** All places of a row. Where it is drawn, not where the sequence alone would have it. */
export function placeRows(fit: FitOutcome, setOut: ResolvedSetOut): PlaceRow[] {
  const scene = rowScene(fit, setOut);
  const { table, middles } = setOut;
  const m = new Float64Array(6);
  const { length, closed } = fit.layout.path;
  return Array.from({ length: table.count }, (_, i): PlaceRow => {
    const piece = scene.pieces[table.piece[i]];
    placeMatrix(scene, i - scene.frame.firstLink, piece, 0, m);
    const a = (i - scene.frame.firstLink) * scene.frame.step;
    const { arc, pins, rise } = scene.frame;
    const rises = rise.length > 0 ? rise[a + 1] - rise[a] : 0;
    const flat = Math.hypot(pins[2 * a + 2] - pins[2 * a], pins[2 * a + 3] - pins[2 * a + 1]);
    const { space } = scene.room;
    const stands = setOut.stand !== null;
    const { middle } = piece;
    const { line } = piece.setting;
    const s = middles[i] + piece.setting.along + table.along[i];
    const forward = unit(stands ? [space[0], space[1], space[2]] : [m[0], m[1], 0]);
    const up: Triple = stands ? unit([space[6], space[7], space[8]]) : [0, 0, 1];
    return {
      place: i + 1,
      s: closed ? wrapInto(s, length) : s,
      pin: closed ? wrapInto(arc[a], length) : arc[a],
      chord: rises === 0 ? flat : Math.hypot(flat, rises),
      x: m[0] * middle + m[2] * line + m[4],
      y: m[1] * middle + m[3] * line + m[5],
      z: stands ? space[2] * middle + space[5] * line + space[11] : 0,
      forward,
      up,
      slope: stands ? degrees(Math.asin(Math.max(-1, Math.min(1, forward[2])))) : 0,
      lean: stands ? leanOf(forward, up) : 0,
      angle: degrees(Math.atan2(m[1], m[0])),
      piece: piece.piece.name,
      by: byWords(table.by[i]),
      leftOut: table.leftOut[i] === 1,
    };
  });
}

type Triple = readonly [number, number, number];

const degrees = (angle: number): number => (angle * 180) / Math.PI;

function unit([x, y, z]: Triple): Triple {
  const size = Math.hypot(x, y, z) || 1;
  return [x / size, y / size, z / size];
}

/** How far up is turned to the left from where it would be upright, degrees; 0 where it goes straight up. */
function leanOf([x, y, z]: Triple, up: Triple): number {
  const flat = Math.hypot(x, y);
  if (!(flat > 1e-9)) return 0;
  const left: Triple = [-y / flat, x / flat, 0];
  const over: Triple = [(-x * z) / flat, (-y * z) / flat, flat];
  const along = (axis: Triple): number => axis.reduce((sum, value, c) => sum + value * up[c], 0);
  return degrees(Math.atan2(along(left), along(over)));
}

function byWords(by: number): string {
  switch (by) {
    case BY.sequence:
      return 'sequence';
    case BY.hand:
      return 'hand';
    case BY.handed:
      return 'handed out';
    default:
      return `rule ${by + 1}`;
  }
}
