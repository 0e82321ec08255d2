import {
  contourInto,
  freeEnds,
  helixPath,
  mirrorContour,
  roundedPath,
  spaceSource,
  parsePathData,
  RelayError,
  type Contour,
  type FitRequest,
  type FitSource,
  type FreeContour,
  type SpaceContour,
  type Vec3,
} from '@coin-relay/core';
import {
  isBand,
  oneContour,
  parseJob,
  planeMap,
  resolveRun,
  type GivenSource,
  type JobPiece,
} from '@coin-relay/model';
import {
  isInSpace,
  joinDrawing,
  pickLine,
  readDrawing,
  readProfileCsv,
  readSpaceCsv,
  readWheels,
  type Drawing,
  type DrawingFormat,
  type JoinedLine,
} from '@coin-relay/formats';

export interface LoadedSource {
  readonly source: FitSource;
  /** What a job says about its run; other sources say nothing. */
  readonly request: FitRequest | null;
  /** The piece that the row of a job is a band of. */
  readonly band?: JobPiece | undefined;
}

/** A source as it is given, or the lines of a binary glTF, which are read before. */
export type AskedSource = GivenSource & { readonly glb?: Drawing };

const SOURCES = ['path', 'svg', 'dxf', 'csv', 'obj', 'glb', 'helix', 'wheels', 'job'] as const;

/**
 * Reads a source. SVG drawings and path data keep their own axes, y down, so that answers are in
 * the coordinates of the file; DXF, tables, OBJ, GLB, wheels and jobs have y up.
 */
export function loadSource(given: AskedSource): LoadedSource {
  const count = SOURCES.filter((source) => given[source] !== undefined).length;
  if (count !== 1) {
    throw new RelayError(
      'request-invalid',
      `Give exactly one source: path, svg, dxf, csv, obj, glb, helix, wheels or job; there are ${count}.`,
      { field: 'source' },
    );
  }
  const points = given.csv === undefined ? null : pointsInSpace(given.csv, given.id);
  const line = points ? null : lineOfFile(given);
  const source = sourceInSpace(given, points, line);
  if (source) return { source, request: null };
  const contour =
    given.path === undefined ? planarContour(line, given) : oneContour(parsePathData(given.path));
  if (contour) return { source: raisedBy(given, contour), request: null };
  if (given.profile !== undefined) notForThis('profile', 'a planar path: path, svg, dxf or csv');
  if (given.wheels !== undefined) return { source: wheelsOf(given.wheels), request: null };
  const { source: path, request, sequence } = resolveRun(parseJob(given.job), given.run);
  return { source: path, request, band: sequence.find(isBand) };
}

/** The line of a file; null where the source is none. */
function lineOfFile(given: AskedSource): JoinedLine | null {
  if (given.glb) return joinedLine(given.glb, given.id);
  const format = (['svg', 'dxf', 'csv', 'obj'] as const).find((each) => given[each] !== undefined);
  return format ? drawnLine(format, given[format] ?? '', given.id) : null;
}

/** A line of a file as a contour of the plane. */
function planarContour(line: JoinedLine | null, { svg }: GivenSource): Contour | null {
  if (!line || isInSpace(line)) return null;
  return svg === undefined ? line.contour : mirrorContour(line.contour);
}

/** Points or a line in space, or a helix; null where the source is none of them. */
function sourceInSpace(
  given: GivenSource,
  points: readonly Vec3[] | null,
  line: JoinedLine | null,
): FitSource | null {
  const { helix, closed, corners, profile, smooth } = given;
  if (smooth !== undefined && profile === undefined) notForThis('smooth', 'a path that a profile raises');
  if (!points) {
    if (closed !== undefined) notForThis('closed', POINTS);
    if (corners !== undefined) notForThis('corners', POINTS);
  }
  const contour = points ? throughPoints(points, given) : helix ? helixOf(helix) : line && standing(line);
  if (!contour) return null;
  if (profile !== undefined) notForThis('profile', 'a planar path; this one has its heights already');
  return spaceSource({ kind: 'pieces', contour });
}

/** The points of the one line of a table; null where it is a table of the plane. */
function pointsInSpace(csv: string, id: string | undefined): readonly Vec3[] | null {
  const lines = readSpaceCsv(csv);
  if (!lines || lines.length < 2) return lines?.[0] ?? null;
  const { inSpace, skipped } = readDrawing('csv', csv);
  const { segments } = pickLine(inSpace, skipped, id).line;
  return [freeEnds(segments[0])[0], ...segments.map((piece) => freeEnds(piece)[1])];
}

/** A line of a file where it stands in space; null where it lies in the drawing. */
function standing(line: JoinedLine): FreeContour | null {
  if (isInSpace(line)) return line.line;
  return line.plane ? contourInto(line.contour, planeMap(line.plane)) : null;
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

function drawnLine(format: DrawingFormat, text: string, id: string | undefined): JoinedLine {
  const drawing = readDrawing(format, text);
  if (format === 'svg') return { ...pickLine(drawing.contours, drawing.skipped, id), parts: [], widest: 0 };
  return joinedLine(drawing, id);
}

/** The sides of a part are often single lines: what meets is one line. */
const joinedLine = (drawing: Drawing, id: string | undefined): JoinedLine =>
  pickLine(joinDrawing(drawing, SAME_PLACE), drawing.skipped, id);

/** A wheels file as its text, or as what is in it. */
const wheelsOf = (wheels: NonNullable<GivenSource['wheels']>): FitSource =>
  readWheels(typeof wheels === 'string' ? wheels : JSON.stringify(wheels));
