import type { Vec } from '../math';
import { newReading, pathReader, pieceCurve, type Contour, type MeasuredPath, type Segment } from '../path';

/**
 * Outlines as short straight pieces: x and y in turn, and where each ring begins. Made once for
 * a figure; bending it maps every point.
 */
export interface FineOutline {
  readonly points: Float64Array;
  /** Index (of points, not of numbers) each ring begins at, and the total. */
  readonly rings: readonly number[];
}

/**
 * Cuts contours into chords so short that no corner shows when they are bent: no chord longer
 * than `stride` along the path, no curve further off than `tolerance`, mm. All rings are closed.
 */
export function fineOutline(contours: readonly Contour[], stride: number, tolerance: number): FineOutline {
  const points: number[] = [];
  const rings: number[] = [];
  for (const { segments: pieces, closed } of contours) {
    rings.push(points.length / 2);
    const start = pointReader(pieces[0])(0);
    let last = start;
    points.push(last.x, last.y);
    const to = (x: number, y: number): void => {
      // Only what runs along the path is bent; a line across it stays one.
      const parts = Math.max(1, Math.ceil(Math.abs(x - last.x) / stride));
      for (let i = 1; i <= parts; i++) {
        const f = i / parts;
        points.push(last.x + (x - last.x) * f, last.y + (y - last.y) * f);
      }
      last = { x, y };
    };
    for (const piece of pieces) {
      const curve = pointReader(piece);
      const parts = piece.kind === 'line' ? 1 : chordCount(curve, tolerance);
      for (let i = 1; i <= parts; i++) {
        const p = curve(i / parts);
        to(p.x, p.y);
      }
    }
    if (closed && Math.hypot(last.x - start.x, last.y - start.y) > 1e-9) to(start.x, start.y);
  }
  rings.push(points.length / 2);
  return { points: Float64Array.from(points), rings };
}

function pointReader(piece: Segment): (t: number) => Vec {
  const curve = pieceCurve(piece);
  const at = new Float64Array(6);
  return (t) => {
    curve.derivatives(t, at);
    return { x: at[0], y: at[1] };
  };
}

/** Chords that keep a curve within a tolerance, by how far its middle strays from its chord. */
function chordCount(curve: (t: number) => Vec, tolerance: number): number {
  for (let parts = 2; parts < 256; parts *= 2) {
    let worst = 0;
    for (let i = 0; i < parts; i++) {
      const a = curve(i / parts);
      const m = curve((i + 0.5) / parts);
      const b = curve((i + 1) / parts);
      worst = Math.max(worst, Math.hypot(m.x - (a.x + b.x) / 2, m.y - (a.y + b.y) / 2));
    }
    if (worst <= tolerance) return parts;
  }
  return 256;
}

/**
 * Bends an outline along a path, exactly: x runs along the path, `perUnit` mm of path for each mm
 * from arc length `start` on, y stands off to its left (`side` +1) or right (−1). Writes x and y
 * in turn.
 */
export function bendOutline(
  outline: FineOutline,
  path: MeasuredPath,
  start: number,
  perUnit: number,
  side: 1 | -1,
  out: Float64Array,
): void {
  const read = pathReader(path);
  const at = newReading();
  const { points } = outline;
  for (let i = 0; i < points.length; i += 2) {
    read(start + points[i] * perUnit, at);
    const off = side * points[i + 1];
    out[i] = at[0] - off * at[3];
    out[i + 1] = at[1] + off * at[2];
  }
}
