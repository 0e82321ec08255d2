import { roundSection, sidesOf, sweep, turnedAboutX } from '@coin-relay/core/solid';
import type { MakeSolid } from '../../solid/solid';
import { middleLine, NARROWED, RING_POINTS, thickness } from './figure';
import type { RoundLink } from './piece';

/** How a link lies about its length, radians, upper side towards who looks; aslant it is seen as narrow as it is drawn. */
const LIES: Readonly<Record<RoundLink['facing'], number>> = {
  face: 0,
  edge: Math.PI / 2,
  slant: Math.acos(NARROWED),
};

/** A ring of round wire, swept round an exact stadium; uneven wire is as uneven as it is drawn. */
export const roundLinkSolid: MakeSolid<RoundLink> = (piece, span, tolerance, wire) => {
  const d = piece.wire;
  const fine = Math.max(1, Math.ceil(sidesOf(piece.width / 2, tolerance) / (2 * RING_POINTS)));
  const whole = middleLine(span, piece.width, d, fine);
  const even = thickness(piece, wire, whole.length);
  // Each point once: the line ends where it begins, and a ring has no straight sides.
  const kept = whole.flatMap(([x, y], i) => {
    const [bx, by] = whole[(i + 1) % whole.length];
    return Math.hypot(bx - x, by - y) > 1e-9 ? [i] : [];
  });
  const line = kept.map((i) => whole[i]);
  const thick = kept.map((i) => even[i]);
  const sides = sidesOf(d / 2, tolerance);
  const points = Float64Array.from(line.flatMap(([x, y]) => [x, y, 0]));
  const across = Float64Array.from(line.flatMap(([, , nx, ny]) => [nx, ny, 0]));
  const ring = sweep({ points, across, closed: true }, (i) => roundSection(thick[i], sides));
  return { main: 'steel', parts: [{ mesh: turnedAboutX(ring, LIES[piece.facing]), material: 'steel' }] };
};
