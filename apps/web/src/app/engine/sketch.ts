import { measurePath, pathBounds, writePathData, type Contour, type MeasuredPath } from '@coin-relay/core';
import { kindOf, measuredPath, pathContour, type Job, type JobPath } from '@coin-relay/model';
import { refused } from './reply';

export interface SketchWheel {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** A path as far as it can be drawn. */
export interface PathSketch {
  readonly id: string;
  /** Path data with y up, of each line there is. */
  readonly lines: readonly string[];
  readonly wheels: readonly SketchWheel[];
  /** Wheels that are to blame. */
  readonly blamed: readonly string[];
  readonly length: number | null;
  /** x0, y0, x1, y1; null where nothing can be drawn. */
  readonly bounds: readonly [number, number, number, number] | null;
  readonly problem: string | null;
}

/** Draws paths of a job, the good ones whole, of the others what there is. */
export function sketchPaths(job: Job, ids: readonly string[]): PathSketch[] {
  return ids.flatMap((id) => {
    const path = job.paths.find((p) => p.id === id);
    return path ? [sketchPath(job, path)] : [];
  });
}

function sketchPath(job: Job, path: JobPath): PathSketch {
  const { wheels, lines } = restOf(job, path);
  const base = { id: path.id, wheels };
  try {
    const contour = pathContour(job, path);
    const measured = measuredPath(job, path);
    return {
      ...base,
      lines: dataOf(contour),
      blamed: [],
      length: measured.length,
      bounds: pathBounds(measured),
      problem: null,
    };
  } catch (error) {
    const reply = refused(error);
    const broken = lines.flatMap((contour) => tried(() => ({ contour, path: measurePath(contour) })) ?? []);
    return {
      ...base,
      lines: broken.flatMap(({ contour }) => dataOf(contour)),
      blamed: reply.ok ? [] : reply.wheels,
      length: null,
      bounds: boundsOf(
        broken.map(({ path }) => path),
        wheels,
      ),
      problem: reply.ok ? null : reply.message,
    };
  }
}

/** What can still be drawn of a path that is broken: its wheels, and the lines that can be worked out. */
function restOf(job: Job, path: JobPath): { wheels: readonly SketchWheel[]; lines: readonly Contour[] } {
  const rest = tried(() => kindOf(path).sketch?.(path, job));
  return { wheels: rest?.wheels ?? [], lines: (rest && tried(() => rest.lines())) ?? [] };
}

/** What the work gives; null where it throws: of what is broken anything may be too large or in the way. */
function tried<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

/** Pieces that are drawn as one outline: what fills it takes longer the more there is of it on a line of pixels. */
const AT_ONCE = 250;

/** Path data of a contour, a long one in parts. */
function dataOf({ segments, closed }: Contour): string[] {
  if (segments.length <= AT_ONCE) return [writePathData({ segments, closed }, 4)];
  const parts: string[] = [];
  for (let from = 0; from < segments.length; from += AT_ONCE)
    parts.push(writePathData({ segments: segments.slice(from, from + AT_ONCE), closed: false }, 4));
  return parts;
}

function boundsOf(paths: readonly MeasuredPath[], wheels: readonly SketchWheel[]): PathSketch['bounds'] {
  const boxes = [
    ...paths.map((measured) => pathBounds(measured)),
    ...wheels.map(({ x, y, radius }) => [x - radius, y - radius, x + radius, y + radius]),
  ];
  if (boxes.length === 0) return null;
  return [
    Math.min(...boxes.map((box) => box[0])),
    Math.min(...boxes.map((box) => box[1])),
    Math.max(...boxes.map((box) => box[2])),
    Math.max(...boxes.map((box) => box[3])),
  ];
}
