import { determinant, mapPoint, type Affine, type Vec } from '../math';
import { catenaryCubics } from './catenary-cubics';
import type { Contour, EllipseSegment, Segment } from './segment';
import { placeContour } from './transform';

/** A map whose two axes differ by less than this part scales evenly. */
const EVEN = 1e-12;
/** How near a catenary is followed, which no uneven map keeps one, mm. */
const CATENARY_TOLERANCE = 1e-4;

/** A contour under an affine map: exactly, circular arcs as elliptical ones where it scales unevenly. */
export function mapContour(contour: Contour, m: Affine): Contour {
  const k = Math.hypot(m[0], m[1]);
  const even =
    k > 0 &&
    Math.abs(Math.hypot(m[2], m[3]) - k) <= EVEN * k &&
    Math.abs(m[0] * m[2] + m[1] * m[3]) <= EVEN * k * k;
  if (even) {
    const mirror = determinant(m) < 0;
    return placeContour(contour, { k, turn: Math.atan2(m[1], m[0]), x: m[4], y: m[5], mirror });
  }
  return { closed: contour.closed, segments: contour.segments.flatMap((segment) => mapSegment(segment, m)) };
}

function mapSegment(segment: Segment, m: Affine): readonly Segment[] {
  const at = (p: Vec): Vec => mapPoint(m, p);
  switch (segment.kind) {
    case 'line':
      return [{ kind: 'line', a: at(segment.a), b: at(segment.b) }];
    case 'cubic':
      return [
        { kind: 'cubic', p0: at(segment.p0), p1: at(segment.p1), p2: at(segment.p2), p3: at(segment.p3) },
      ];
    case 'arc': {
      const { centre, radius, start, sweep } = segment;
      return [mapEllipse({ kind: 'ellipse', centre, rx: radius, ry: radius, tilt: 0, start, sweep }, m)];
    }
    case 'ellipse':
      return [mapEllipse(segment, m)];
    case 'catenary':
      return catenaryCubics(segment, CATENARY_TOLERANCE).flatMap((cubic) => mapSegment(cubic, m));
  }
}

/**
 * The unit circle goes to the ellipse by L = M R(tilt) diag(rx, ry). Its singular values are the new
 * semi-axes: L = R(tilt') diag(rx', ry') R(turn), in closed form for two by two (from the polar parts
 * of L's even and odd halves).
 */
function mapEllipse({ centre, rx, ry, tilt, start, sweep }: EllipseSegment, m: Affine): EllipseSegment {
  const c = Math.cos(tilt);
  const s = Math.sin(tilt);
  const l11 = (m[0] * c + m[2] * s) * rx;
  const l21 = (m[1] * c + m[3] * s) * rx;
  const l12 = (m[2] * c - m[0] * s) * ry;
  const l22 = (m[3] * c - m[1] * s) * ry;
  // L = E + O: E turns and scales, O mirrors as well.
  const [ex, ey] = [(l11 + l22) / 2, (l21 - l12) / 2];
  const [ox, oy] = [(l11 - l22) / 2, (l21 + l12) / 2];
  const [e, o] = [Math.hypot(ex, ey), Math.hypot(ox, oy)];
  const [alpha, beta] = [Math.atan2(ey, ex), Math.atan2(oy, ox)];
  // E has its angle as tilt' + turn, O as tilt' − turn.
  const newTilt = (alpha + beta) / 2;
  const turn = (alpha - beta) / 2;
  const sense = e >= o ? 1 : -1;
  return {
    kind: 'ellipse',
    centre: mapPoint(m, centre),
    rx: e + o,
    ry: Math.abs(e - o),
    tilt: newTilt,
    start: sense * (start + turn),
    sweep: sense * sweep,
  };
}
