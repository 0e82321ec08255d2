import type { CatenarySegment, SegmentCurve } from '../segment';

/**
 * A catenary by its own arc length: at σ from the lowest point x = a asinh(σ / a) and
 * y = sqrt(a² + σ²) − a, so that it runs at constant speed and needs no table.
 */
export function catenaryCurve({ low, a, tilt, from, to }: CatenarySegment): SegmentCurve {
  const ct = Math.cos(tilt);
  const st = Math.sin(tilt);
  const speed = to - from;
  return {
    exactLength: Math.abs(speed),
    cuts: [],
    derivatives(t, out) {
      const q = (from + speed * t) / a;
      const root = Math.sqrt(1 + q * q);
      const x = a * Math.asinh(q);
      // sqrt(1 + q²) − 1 without the loss of digits near the lowest point.
      const y = (a * q * q) / (1 + root);
      out[0] = low.x + ct * x - st * y;
      out[1] = low.y + st * x + ct * y;
      const dx = speed / root;
      const dy = (speed * q) / root;
      out[2] = ct * dx - st * dy;
      out[3] = st * dx + ct * dy;
      const k = (speed * speed) / (a * root * root * root);
      out[4] = k * (-ct * q - st);
      out[5] = k * (-st * q + ct);
    },
  };
}
