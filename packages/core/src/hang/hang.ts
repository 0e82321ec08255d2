import { marchChords } from '../chain';
import { RelayError, mm } from '../error';
import { bracketedRoot, distance, type Vec } from '../math';
import { measurePath, pathReader, type CatenarySegment, type Contour } from '../path';
import type { Engagement } from '../route/tooth-radius';

/** What decides how deep a row hangs. */
export type HangBy =
  | { readonly by: 'length'; readonly length: number }
  /** The greatest vertical distance below the straight line between the anchors. */
  | { readonly by: 'sag'; readonly sag: number }
  /** A whole number of pieces of a pitch, from anchor to anchor. */
  | { readonly by: 'count'; readonly count: number; readonly pitch: number; readonly pieces: Engagement };

export interface Hanging {
  readonly piece: CatenarySegment;
  readonly length: number;
  readonly sag: number;
}

/** Anchors nearer to one vertical than this part of the length have no catenary between them. */
const UPRIGHT = 1e-6;
/** Slack below this part of the distance is none. */
const TAUT = 1e-10;

/**
 * A row hanging freely between two anchors: the catenary y = a cosh(x / a).
 * Formulas: sinh(k) / k = sqrt(l² − h²) / w with k = w / 2a, and tanh of the middle h / l.
 * @throws RelayError hang-too-short, hang-upright, request-invalid
 */
export function hang(from: Vec, to: Vec, how: HangBy): Hanging {
  const d = distance(from, to);
  if (!(d > 0)) throw new RelayError('hang-upright', 'Both anchors are in one place. Move them apart.');
  switch (how.by) {
    case 'length':
      return byLength(from, to, how.length);
    case 'sag': {
      if (!(how.sag > 0 && Number.isFinite(how.sag)))
        throw new RelayError(
          'request-invalid',
          `A sag of ${how.sag} cannot be hung. It must be above zero.`,
          {
            field: 'sag',
          },
        );
      return bySag(from, to, how.sag);
    }
    case 'count':
      return byCount(from, to, how.count, how.pitch, how.pieces);
  }
}

export function hangContour(hanging: Hanging): Contour {
  return { closed: false, segments: [hanging.piece] };
}

function byLength(from: Vec, to: Vec, length: number): Hanging {
  const d = distance(from, to);
  if (!(length > d * (1 + TAUT))) {
    throw new RelayError(
      'hang-too-short',
      `${mm(length)} do not reach: the anchors are ${mm(d)} apart. Hang more than that, or move them closer.`,
      { field: 'length' },
    );
  }
  const w = Math.abs(to.x - from.x);
  if (!(w > UPRIGHT * length)) {
    throw new RelayError(
      'hang-upright',
      `One anchor is above the other: a row of ${mm(length)} would hang doubled up. Move them at least ${mm(UPRIGHT * length)} apart sideways.`,
    );
  }
  return ofShape(from, to, catenaryShape(((length - d) * (length + d)) / (w * w)), length);
}

/** The catenary of a shape k = w / 2a between two anchors. */
function ofShape(from: Vec, to: Vec, k: number, length: number): Hanging {
  const w = Math.abs(to.x - from.x);
  const rightwards = to.x > from.x;
  const [left, right] = rightwards ? [from, to] : [to, from];
  const h = right.y - left.y;
  const a = w / (2 * k);
  const middle = Math.atanh(h / length);
  const low = { x: left.x - a * (middle - k), y: left.y - a * (Math.cosh(middle - k) - 1) };
  const start = a * Math.sinh(middle - k);
  const end = a * Math.sinh(middle + k);
  const piece: CatenarySegment = {
    kind: 'catenary',
    low,
    a,
    tilt: 0,
    from: rightwards ? start : end,
    to: rightwards ? end : start,
  };
  return { piece, length, sag: depth(k, w, h) };
}

/**
 * The k > 0 at which (sinh(k) / k)² = 1 + excess, by Newton's method from above: the function is
 * convex, so that it never passes its root.
 */
function catenaryShape(excess: number): number {
  const ratio = Math.sqrt(1 + excess);
  const over = excess / (1 + ratio);
  let k = Math.min(Math.sqrt(6 * over), Math.log(2 * ratio) + 2 * Math.log(Math.log(2 * ratio) + 1) + 1);
  for (let i = 0; i < 60; i++) {
    const { value, slope } = sinhcLessOne(k);
    const step = (value - over) / slope;
    k -= step;
    if (Math.abs(step) <= 1e-16 * k) break;
  }
  return k;
}

/** sinh(k) / k − 1 and its slope, without loss of digits near zero. */
function sinhcLessOne(k: number): { value: number; slope: number } {
  const q = k * k;
  if (k < 0.5) {
    const value =
      (q / 6) * (1 + (q / 20) * (1 + (q / 42) * (1 + (q / 72) * (1 + (q / 110) * (1 + q / 156)))));
    const slope = (k / 3) * (1 + (q / 10) * (1 + (q / 28) * (1 + (q / 54) * (1 + (q / 88) * (1 + q / 130)))));
    return { value, slope };
  }
  const sinhc = Math.sinh(k) / k;
  return { value: sinhc - 1, slope: (Math.cosh(k) - sinhc) / k };
}

/** The greatest vertical distance below the straight line between the anchors. */
function depth(k: number, w: number, h: number): number {
  const slope = h / w;
  // tanh(middle) = h / l with l² = h² + (w sinh(k) / k)².
  const middle = Math.asinh((slope * k) / Math.sinh(k));
  const beta = Math.asinh(slope);
  // How far the deepest place, where the row runs as the line does, is from the left anchor, in a.
  const u = k + (beta - middle);
  return (w / (2 * k)) * (2 * Math.cosh(beta) * Math.sinh(u / 2) ** 2 - slope * (u * sinhcLessOne(u).value));
}

function bySag(from: Vec, to: Vec, sag: number): Hanging {
  const w = Math.abs(to.x - from.x);
  const h = to.x > from.x ? to.y - from.y : from.y - to.y;
  if (!(w > UPRIGHT * (sag + Math.abs(h)))) {
    throw new RelayError(
      'hang-upright',
      `One anchor is above the other: a row with a sag of ${mm(sag)} would hang doubled up. Move them apart sideways.`,
    );
  }
  // A parabola's depth is w k / 4; the catenary's is more, so its k is less.
  let low = 1e-9;
  let high = (4.000001 * sag) / w;
  if (high > 1) high = Math.min(high, Math.log(16 * high) + 2);
  while (depth(high, w, h) < sag) high *= 1.5;
  while (depth(low, w, h) > sag) low /= 10;
  const k = bracketedRoot((x) => depth(x, w, h) - sag, low, high, 1e-16 * high);
  return ofShape(from, to, k, Math.hypot(h, (w * Math.sinh(k)) / k));
}

/** The length at which so many pieces go from anchor to anchor exactly; stiff ones by their chords. */
function byCount(from: Vec, to: Vec, count: number, pitch: number, pieces: Engagement): Hanging {
  if (!(Number.isInteger(count) && count >= 1 && pitch > 0)) {
    throw new RelayError('request-invalid', `${count} pieces of ${mm(pitch)} cannot be hung.`, {
      field: 'count',
    });
  }
  const least = count * pitch;
  const d = distance(from, to);
  if (!(least > d * (1 + TAUT))) {
    throw new RelayError(
      'hang-too-short',
      `${count} pieces of ${mm(pitch)} do not reach: the anchors are ${mm(d)} apart. Hang at least ${Math.floor(d / pitch) + 1}.`,
      { field: 'count' },
    );
  }
  if (pieces === 'bending') return byLength(from, to, least);
  const places = new Float64Array(count + 1);
  const over = (length: number): number => {
    const path = measurePath(hangContour(byLength(from, to, length)));
    const made = marchChords(pathReader(path), 0, pitch, count, 2 * length, places);
    return made <= count ? length : places[count] - length;
  };
  let high = least;
  for (let i = 0; i < 60 && over(high) > 0; i++) high = least + (high - least || least * 1e-6) * 2;
  if (high === least) return byLength(from, to, least);
  if (over(high) > 0) {
    throw new RelayError(
      'hang-too-short',
      `${count} stiff pieces of ${mm(pitch)} are too few to hang so steeply. Move the anchors apart or hang more of them.`,
      { field: 'count' },
    );
  }
  return byLength(from, to, bracketedRoot(over, least, high, 1e-15 * least));
}
