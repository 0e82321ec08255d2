import type { ArcSegment, SegmentCurve } from '../segment';

export function arcCurve({ centre, radius, start, sweep }: ArcSegment): SegmentCurve {
  return {
    exactLength: Math.abs(sweep) * radius,
    cuts: [],
    derivatives(t, out) {
      const angle = start + sweep * t;
      const c = radius * Math.cos(angle);
      const s = radius * Math.sin(angle);
      out[0] = centre.x + c;
      out[1] = centre.y + s;
      out[2] = -s * sweep;
      out[3] = c * sweep;
      out[4] = -c * sweep * sweep;
      out[5] = -s * sweep * sweep;
    },
  };
}
