import type { EllipseSegment, SegmentCurve } from '../segment';

export function ellipseCurve(piece: EllipseSegment): SegmentCurve {
  const { centre, rx, ry, tilt, start, sweep } = piece;
  const ct = Math.cos(tilt);
  const st = Math.sin(tilt);
  return {
    exactLength: null,
    cuts: quarterCuts(start, sweep),
    derivatives(t, out) {
      const angle = start + sweep * t;
      const u = rx * Math.cos(angle);
      const v = ry * Math.sin(angle);
      const du = -rx * Math.sin(angle) * sweep;
      const dv = ry * Math.cos(angle) * sweep;
      out[0] = centre.x + ct * u - st * v;
      out[1] = centre.y + st * u + ct * v;
      out[2] = ct * du - st * dv;
      out[3] = st * du + ct * dv;
      const k = -sweep * sweep;
      out[4] = k * (ct * u - st * v);
      out[5] = k * (st * u + ct * v);
    },
  };
}

/** The parameters where the eccentric angle is a multiple of a quarter turn: the ends of the axes. */
function quarterCuts(start: number, sweep: number): number[] {
  const quarter = Math.PI / 2;
  const lo = Math.min(start, start + sweep);
  const hi = Math.max(start, start + sweep);
  const cuts: number[] = [];
  for (let k = Math.ceil(lo / quarter); k * quarter < hi; k++) {
    const t = (k * quarter - start) / sweep;
    if (t > 1e-9 && t < 1 - 1e-9) cuts.push(t);
  }
  return cuts.sort((a, b) => a - b);
}
