import { bar, revolve, ringsOf, sidesOf } from '@coin-relay/core/solid';
import { distinct } from '../../solid/kit';
import type { MakeSolid } from '../../solid/solid';
import { beadOutline, THREAD } from './figure';
import type { Bead } from './piece';

/** Sides of a cut bead. */
const FACETS = 8;

/** A bead turned about its thread, bored for it; the thread runs through it from place to place. */
export const beadSolid: MakeSolid<Bead> = (piece, span, tolerance) => {
  const b = piece.diameter / 2;
  const thread = b * THREAD;
  const bore = thread * 1.6;
  // The upper half of what is drawn, as far as the bore leaves it.
  const [ring] = ringsOf(beadOutline(piece, span), tolerance);
  const n = ring.length / 2;
  const points = Array.from({ length: n }, (_, i): [number, number] => [ring[2 * i], ring[2 * i + 1]]);
  const profile: [number, number][] = [];
  for (let i = 0; i < n; i++) {
    const [[x0, y0], [x1, y1]] = [points[i], points[(i + 1) % n]];
    if (y0 > bore) profile.push([x0, y0]);
    if (y0 > bore !== y1 > bore) profile.push([x0 + ((x1 - x0) * (bore - y0)) / (y1 - y0), bore]);
  }
  const sides = piece.form === 'facet' ? FACETS : sidesOf(b, tolerance);
  return {
    main: 'red',
    parts: [
      { mesh: bar(0, span, thread, tolerance), material: 'cord' },
      { mesh: revolve(distinct(profile, true), sides), material: 'red' },
    ],
  };
};
