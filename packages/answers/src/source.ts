import {
  helixPath,
  mirrorContour,
  roundedPath,
  spaceSource,
  parsePathData,
  RelayError,
  type Contour,
  type FitRequest,
  type FitSource,
  type SpaceContour,
  type Vec3,
} from '@coin-relay/core';
import { oneContour, parseJob, resolveRun, type GivenSource } from '@coin-relay/model';
import {
  joinDrawing,
  pickContour,
  readDrawing,
  readProfileCsv,
  readSpaceCsv,
  readWheels,
  type DrawingFormat,
} from '@coin-relay/formats';

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
  const count = [given.path, given.svg, given.dxf, given.csv, given.helix, given.wheels, given.job].filter(
    (value) => value !== undefined,
  ).length;
  if (count !== 1) {
    throw new RelayError(
      'request-invalid',
      `Give exactly one source: path, svg, dxf, csv, helix, wheels or job; there are ${count}.`,
      { field: 'source' },
    );
  }
  const source = sourceInSpace(given);
  if (source) return { source, request: null };
  const contour = planarContour(given);
  if (contour) return { source: raisedBy(given, contour), request: null };
  if (given.profile !== undefined) notForThis('profile', 'a planar path: path, svg, dxf or csv');
  if (given.wheels !== undefined) return { source: wheelsOf(given.wheels), request: null };
  const resolved = resolveRun(parseJob(given.job), given.run);
  return { source: resolved.source, request: resolved.request };
}

/** A contour of the plane; null where the source is none. */
function planarContour(given: GivenSource): Contour | null {
  if (given.path !== undefined) return oneContour(parsePathData(given.path));
  const drawing = (['svg', 'dxf', 'csv'] as const).find((format) => given[format] !== undefined);
  return drawing === undefined ? null : drawnContourOf(drawing, given[drawing] ?? '', given.id);
}

/** Points in space, or a helix; null where the source is neither. */
function sourceInSpace(given: GivenSource): FitSource | null {
  const { helix, csv, closed, corners, profile, smooth } = given;
  if (smooth !== undefined && profile === undefined) notForThis('smooth', 'a path that a profile raises');
  const points = csv === undefined ? null : readSpaceCsv(csv);
  if (!points) {
    if (closed !== undefined) notForThis('closed', POINTS);
    if (corners !== undefined) notForThis('corners', POINTS);
    if (!helix) return null;
  }
  if (profile !== undefined) notForThis('profile', 'a planar path; this one has its heights already');
  const contour = points ? throughPoints(points, given) : helix && helixOf(helix);
  return contour ? spaceSource({ kind: 'pieces', contour }) : null;
}

const POINTS = 'points in space: a csv whose rows have three numbers';

function throughPoints(points: readonly Vec3[], { corners = 0, closed = false }: GivenSource): SpaceContour {
  if (!(corners >= 0)) {
    throw new RelayError(
      'request-invalid',
      `Corners are rounded to a radius of zero or more; it was given as ${corners} mm.`,
      { field: 'corners' },
    );
  }
  return roundedPath(
    points.map((point) => ({ ...point, radius: corners })),
    closed,
  );
}

const helixOf = ({ turns, ...rest }: NonNullable<GivenSource['helix']>): SpaceContour =>
  helixPath({ ...rest, turns: Math.abs(turns), hand: turns < 0 ? 'cw' : 'ccw' });

function raisedBy({ profile, smooth }: GivenSource, under: Contour): FitSource {
  if (profile === undefined) return { kind: 'contour', contour: under };
  const stations = readProfileCsv(profile);
  return spaceSource({ kind: 'raised', under, stations, smooth: smooth ?? false });
}

function notForThis(field: string, what: string): never {
  throw new RelayError('request-invalid', `“${field}” is for ${what}.`, { field });
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
