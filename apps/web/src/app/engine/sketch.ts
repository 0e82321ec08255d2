import { measurePath, pathBounds, RelayError, writePathData, type Contour } from '@coin-relay/core';
import { kindOf, pathContour, type Job, type JobPath } from '@coin-relay/model';

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
  const rest = kindOf(path).sketch?.(path, job);
  const base = { id: path.id, wheels: rest?.wheels ?? [] };
  try {
    const contour = pathContour(job, path);
    const measured = measurePath(contour);
    return {
      ...base,
      lines: [data(contour)],
      blamed: [],
      length: measured.length,
      bounds: pathBounds(measured),
      problem: null,
    };
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    const broken = rest?.lines() ?? [];
    return {
      ...base,
      lines: broken.map(data),
      blamed: error.subject.wheels ?? [],
      length: null,
      bounds: boundsOf(broken, base.wheels),
      problem: error.message,
    };
  }
}

const data = (contour: Contour): string => writePathData(contour, 4);

function boundsOf(contours: readonly Contour[], wheels: readonly SketchWheel[]): PathSketch['bounds'] {
  const boxes = [
    ...contours.map((contour) => pathBounds(measurePath(contour))),
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
