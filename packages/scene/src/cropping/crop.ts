import type { PathsD } from 'clipper2-ts';
// By its parts: as a whole it brings along what nothing here needs.
import { ClipType, FillRule } from 'clipper2-ts/dist/Core.js';
import { ClipperD } from 'clipper2-ts/dist/Engine.js';
import { fineOutline, inverse, parsePathData } from '@coin-relay/core';
import { short, type Boundary } from '@coin-relay/model';
import type { Matrix } from '../placing/placement-matrix';

/** Decimals of a millimetre that outlines are cut with. */
const PRECISION = 4;
/** How far chords may stray from the curves of what is cut, mm. */
const TOLERANCE = 0.005;

/** What shapes are cut at: a closed outline, mm as x0, y0, x1, y1 …, and which side of it is kept. */
export type Cut = Pick<Boundary, 'area' | 'keep'>;

/**
 * Cuts a drawn shape at a boundary, so that what is left of it is a contour of its own.
 * @param d path data in the axes of the shape, filled even-odd; open lines in it stay open lines
 * @param m where the shape lies on the drawing
 * @returns path data in the same axes, of chords; empty where nothing of it is kept
 */
export function cropped(d: string, m: Matrix | readonly number[], boundary: Cut): string {
  return cut(d, m, boundary, false);
}

/**
 * The same of the lines round a shape alone: what they enclose is not closed along the boundary.
 * @returns path data of open lines; empty where none of them is kept
 */
export function croppedLines(d: string, m: Matrix | readonly number[], boundary: Cut): string {
  return cut(d, m, boundary, true);
}

function cut(d: string, m: Matrix | readonly number[], { area, keep }: Cut, lines: boolean): string {
  const closed: PathsD = [];
  const open: PathsD = [];
  const size = Math.hypot(m[0], m[1], m[2], m[3]) / Math.SQRT2;
  for (const contour of parsePathData(d)) {
    const { points } = fineOutline([contour], Infinity, TOLERANCE / size);
    const line = pointsOf(points);
    if (contour.closed && lines && line.length > 0) line.push(line[0]);
    (contour.closed && !lines ? closed : open).push(line);
  }
  const clipper = new ClipperD(PRECISION);
  clipper.addSubjectPaths(closed);
  clipper.addOpenSubjectPaths(open);
  clipper.addClipPaths([inAxes(area, inverse(m))]);
  const rings: PathsD = [];
  const ends: PathsD = [];
  const kept = keep === 'inside' ? ClipType.Intersection : ClipType.Difference;
  clipper.execute(kept, FillRule.EvenOdd, rings, ends);
  return rings.map((ring) => `${lineData(ring)}Z`).join('') + ends.map(lineData).join('');
}

const pointsOf = (flat: Float64Array): PathsD[number] =>
  Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i], y: flat[2 * i + 1] }));

const inAxes = (area: Float64Array, [a, b, c, d, e, f]: readonly number[]): PathsD[number] =>
  pointsOf(area).map(({ x, y }) => ({ x: a * x + c * y + e, y: b * x + d * y + f }));

const lineData = (points: PathsD[number]): string =>
  points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${short(x)} ${short(y)}`).join('');
