import {
  mirrorContour,
  parsePathData,
  RelayError,
  type Contour,
  type FitRequest,
  type FitSource,
} from '@coin-relay/core';
import { oneContour, parseJob, resolveRun, type GivenSource } from '@coin-relay/model';
import { joinDrawing, pickContour, readDrawing, type DrawingFormat } from '@coin-relay/formats';
import { readWheels } from '@coin-relay/formats';

export interface LoadedSource {
  readonly source: FitSource;
  /** What a job says about its run; other sources say nothing. */
  readonly request: FitRequest | null;
}

/**
 * Reads a source. SVG drawings and path data keep their own axes, y down, so that answers are in
 * the coordinates of the file; DXF, tables, wheels and jobs have y up.
 */
export function loadSource(given: GivenSource): LoadedSource {
  const count = [given.path, given.svg, given.dxf, given.csv, given.wheels, given.job].filter(
    (value) => value !== undefined,
  ).length;
  if (count !== 1) {
    throw new RelayError(
      'request-invalid',
      `Give exactly one source: path, svg, dxf, csv, wheels or job; there are ${count}.`,
      { field: 'source' },
    );
  }
  if (given.path !== undefined) {
    return { source: { kind: 'contour', contour: oneContour(parsePathData(given.path)) }, request: null };
  }
  const drawing = (['svg', 'dxf', 'csv'] as const).find((format) => given[format] !== undefined);
  if (drawing !== undefined) {
    return {
      source: { kind: 'contour', contour: drawnContourOf(drawing, given[drawing] ?? '', given.id) },
      request: null,
    };
  }
  if (given.wheels !== undefined) return { source: wheelsOf(given.wheels), request: null };
  const resolved = resolveRun(parseJob(given.job), given.run);
  return { source: resolved.source, request: resolved.request };
}

/** Ends of DXF lines that are this near are one place, mm: other programs write them apart by rounding. */
const SAME_PLACE = 1e-4;

function drawnContourOf(format: DrawingFormat, text: string, id: string | undefined): Contour {
  const drawing = readDrawing(format, text);
  if (format === 'svg') return mirrorContour(pickContour(drawing, id).contour);
  // The sides of a part are often single lines: what meets is one contour.
  return pickContour({ ...drawing, contours: joinDrawing(drawing, SAME_PLACE) }, id).contour;
}

/** A wheels file as its text, or as what is in it. */
const wheelsOf = (wheels: NonNullable<GivenSource['wheels']>): FitSource =>
  readWheels(typeof wheels === 'string' ? wheels : JSON.stringify(wheels));
