import { distance } from '../../math';
import type { LineSegment, SegmentCurve } from '../segment';

export function lineCurve({ a, b }: LineSegment): SegmentCurve {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  return {
    exactLength: distance(a, b),
    cuts: [],
    derivatives(t, out) {
      out[0] = a.x + dx * t;
      out[1] = a.y + dy * t;
      out[2] = dx;
      out[3] = dy;
      out[4] = 0;
      out[5] = 0;
    },
  };
}
