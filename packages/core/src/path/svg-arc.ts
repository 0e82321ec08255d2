import { angleBetween, TAU, type Vec } from '../math';
import type { Segment } from './segment';

/**
 * An elliptical arc from its end points to its centre: W3C SVG 2, appendix B.2.4, with the
 * corrections of B.2.5 (radii too small are scaled up; no radius makes a straight line).
 *
 * @param tiltDegrees the angle of the first axis, degrees
 * @returns null when both ends coincide: such an arc is left out
 */
export function svgArc(
  from: Vec,
  to: Vec,
  rxGiven: number,
  ryGiven: number,
  tiltDegrees: number,
  large: boolean,
  sweepPositive: boolean,
): Segment | null {
  if (from.x === to.x && from.y === to.y) return null;
  let rx = Math.abs(rxGiven);
  let ry = Math.abs(ryGiven);
  if (rx === 0 || ry === 0) return { kind: 'line', a: from, b: to };
  const tilt = ((tiltDegrees % 360) * Math.PI) / 180;
  const ct = Math.cos(tilt);
  const st = Math.sin(tilt);
  const hx = (from.x - to.x) / 2;
  const hy = (from.y - to.y) / 2;
  const x1 = ct * hx + st * hy;
  const y1 = -st * hx + ct * hy;
  const stretch = (x1 * x1) / (rx * rx) + (y1 * y1) / (ry * ry);
  if (stretch > 1) {
    rx *= Math.sqrt(stretch);
    ry *= Math.sqrt(stretch);
  }
  const q = (x1 * x1) / (rx * rx) + (y1 * y1) / (ry * ry);
  // Ends a diameter apart: what the root would magnify is rounding, not a distance of the centre.
  const lack = 1 / q - 1;
  const k = (large === sweepPositive ? -1 : 1) * Math.sqrt(lack > 1e-14 ? lack : 0);
  const cx1 = (k * rx * y1) / ry;
  const cy1 = (-k * ry * x1) / rx;
  const centre = {
    x: ct * cx1 - st * cy1 + (from.x + to.x) / 2,
    y: st * cx1 + ct * cy1 + (from.y + to.y) / 2,
  };
  const u = { x: (x1 - cx1) / rx, y: (y1 - cy1) / ry };
  const v = { x: (-x1 - cx1) / rx, y: (-y1 - cy1) / ry };
  const start = Math.atan2(u.y, u.x);
  let sweep = angleBetween(u, v);
  if (sweepPositive && sweep < 0) sweep += TAU;
  if (!sweepPositive && sweep > 0) sweep -= TAU;
  if (Math.abs(rx - ry) <= 1e-12 * rx) {
    return { kind: 'arc', centre, radius: rx, start: start + tilt, sweep };
  }
  return { kind: 'ellipse', centre, rx, ry, tilt, start, sweep };
}
