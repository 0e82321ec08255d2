import {
  catenaryCubics,
  mapContour,
  TAU,
  type Affine,
  type ArcSegment,
  type Contour,
  type CubicSegment,
  type EllipseSegment,
  type LineSegment,
  type Segment,
  type Vec,
} from '@coin-relay/core';
import { LWPolylineFlags, point2d, point3d, type CommonEntityOptions, type DxfBlock } from '@tarikjabiri/dxf';

/** How near a hanging line, which DXF has no kind for, is followed by cubic curves, mm. */
const CATENARY_TOLERANCE = 1e-4;
/** Two ends of a full turn are this near, of its radius. */
const FULL = 1e-9;

/** What lines are added to: a block, or the model itself. */
export type LineSink = Pick<DxfBlock, 'addCircle' | 'addArc' | 'addLWPolyline' | 'addSpline' | 'addEllipse'>;

type Straightish = LineSegment | ArcSegment;

/**
 * Adds a contour as DXF entities, each of its kind: full circles as CIRCLE, a single arc as ARC, lines and arcs as one
 * LWPOLYLINE with bulges, cubic curves as SPLINE with their own control points, elliptical arcs as ELLIPSE.
 * @param map puts its points where they are, where they are not in the axes of the sink
 */
export function addContour(
  sink: LineSink,
  contour: Contour,
  options: CommonEntityOptions,
  map?: Affine,
): void {
  const { segments, closed } = map ? mapContour(contour, map) : contour;
  const pieces = segments.flatMap((segment): Exclude<Segment, { kind: 'catenary' }>[] =>
    segment.kind === 'catenary' ? catenaryCubics(segment, CATENARY_TOLERANCE) : [segment],
  );
  const circle = circleOf(pieces, closed);
  if (circle) {
    sink.addCircle(point3d(circle.centre.x, circle.centre.y), circle.radius, options);
    return;
  }
  let run: Straightish[] = [];
  const flush = (whole: boolean): void => {
    if (run.length > 0) addRun(sink, run, whole, options);
    run = [];
  };
  for (const piece of pieces) {
    if (piece.kind === 'line' || piece.kind === 'arc') {
      run.push(piece);
      continue;
    }
    flush(false);
    if (piece.kind === 'cubic') addCubic(sink, piece, options);
    else addEllipse(sink, piece, options);
  }
  flush(closed && run.length === pieces.length);
}

/** The circle that a closed contour of arcs is; null where it is none. */
function circleOf(pieces: readonly Segment[], closed: boolean): ArcSegment | null {
  const [first] = pieces;
  if (!closed || first?.kind !== 'arc') return null;
  const same = pieces.every(
    (piece) =>
      piece.kind === 'arc' &&
      Math.abs(piece.radius - first.radius) <= FULL * first.radius &&
      Math.hypot(piece.centre.x - first.centre.x, piece.centre.y - first.centre.y) <= FULL * first.radius,
  );
  const turned = pieces.reduce((sum, piece) => sum + (piece.kind === 'arc' ? piece.sweep : 0), 0);
  return same && Math.abs(Math.abs(turned) - TAU) < 1e-6 ? first : null;
}

const onArc = ({ centre, radius }: ArcSegment, angle: number): Vec => ({
  x: centre.x + radius * Math.cos(angle),
  y: centre.y + radius * Math.sin(angle),
});
const startOf = (piece: Straightish): Vec => (piece.kind === 'line' ? piece.a : onArc(piece, piece.start));
const endOf = (piece: Straightish): Vec =>
  piece.kind === 'line' ? piece.b : onArc(piece, piece.start + piece.sweep);

/** Arcs of more than half a turn in two: the bulge of a full one would have no end. */
const halved = (piece: Straightish): Straightish[] =>
  piece.kind === 'arc' && Math.abs(piece.sweep) > Math.PI
    ? [
        { ...piece, sweep: piece.sweep / 2 },
        { ...piece, start: piece.start + piece.sweep / 2, sweep: piece.sweep / 2 },
      ]
    : [piece];

function addRun(
  sink: LineSink,
  run: readonly Straightish[],
  closed: boolean,
  options: CommonEntityOptions,
): void {
  const [only] = run;
  if (run.length === 1 && only.kind === 'arc' && !closed) {
    const [from, to] =
      only.sweep > 0 ? [only.start, only.start + only.sweep] : [only.start + only.sweep, only.start];
    sink.addArc(point3d(only.centre.x, only.centre.y), only.radius, degrees(from), degrees(to), options);
    return;
  }
  const pieces = run.flatMap(halved);
  const vertices = pieces.map((piece) => {
    const { x, y } = startOf(piece);
    // The tangent of a quarter of the angle; to the left where it is above zero (the DXF reference on LWPOLYLINE).
    return { point: point2d(x, y), bulge: piece.kind === 'arc' ? Math.tan(piece.sweep / 4) : 0 };
  });
  if (!closed) {
    const { x, y } = endOf(pieces[pieces.length - 1]);
    vertices.push({ point: point2d(x, y), bulge: 0 });
  }
  sink.addLWPolyline(vertices, {
    ...options,
    flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
  });
}

function addCubic(sink: LineSink, { p0, p1, p2, p3 }: CubicSegment, options: CommonEntityOptions): void {
  sink.addSpline(
    {
      controlPoints: [p0, p1, p2, p3].map(({ x, y }) => point3d(x, y)),
      degreeCurve: 3,
      knots: [0, 0, 0, 0, 1, 1, 1, 1],
    },
    options,
  );
}

/** Its longer axis comes first, and it is told anticlockwise. */
function addEllipse(
  sink: LineSink,
  { centre, rx, ry, tilt, start, sweep }: EllipseSegment,
  options: CommonEntityOptions,
): void {
  const turned = ry > rx;
  const [major, minor] = turned ? [ry, rx] : [rx, ry];
  const axis = turned ? tilt + Math.PI / 2 : tilt;
  const from = (sweep > 0 ? start : start + sweep) - (turned ? Math.PI / 2 : 0);
  sink.addEllipse(
    point3d(centre.x, centre.y),
    point3d(major * Math.cos(axis), major * Math.sin(axis)),
    minor / major,
    from,
    from + Math.abs(sweep),
    options,
  );
}

const degrees = (angle: number): number => (angle * 180) / Math.PI;
