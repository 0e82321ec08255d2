import { slab, pinAt } from '../../solid/kit';
import { aboutZ, bushing, moved } from '@coin-relay/core/solid';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { KNUCKLE, PIN, shoeHorn, shoeLugs, shoePlate } from './figure';
import type { TrackShoe } from './piece';

/** A shoe is so wide, of its pitch (common practice, no source). */
export const SHOE_WIDTH = 2.4;
/** A horn is so wide, of its shoe: it runs in the groove between the two discs of a wheel. */
export const HORN_WIDTH = 0.12;
/** Knuckles across a shoe, both edges together: five at its first pin, four at its second, between them. */
const KNUCKLES = 9;

/** A track shoe: a plate with a grouser, knuckles that stand between those of its neighbours, its pin and its horn. */
export const trackShoeSolid: MakeSolid<TrackShoe> = (piece, span, tolerance) => {
  const t = piece.thickness / 2;
  const r = t * KNUCKLE;
  const pin = r * PIN;
  const half = (piece.pitch * SHOE_WIDTH) / 2;
  const wide = (2 * half) / KNUCKLES;
  const lugs = shoeLugs(piece, span);
  const knuckles = Array.from({ length: KNUCKLES }, (_, i): SolidPart[] => {
    const first = i % 2 === 0;
    const [from, to] = [-half + i * wide + wide * 0.04, -half + (i + 1) * wide - wide * 0.04];
    const barrel = aboutZ(bushing(from, to, r, pin, tolerance, r * 0.08));
    return [
      { mesh: moved(barrel, first ? 0 : span, 0, 0), material: 'iron' },
      { mesh: slab(lugs[first ? 0 : 1], from, to, tolerance), material: 'shade' },
    ];
  }).flat();
  const horn = half * HORN_WIDTH;
  return {
    main: 'steel',
    parts: [
      { mesh: slab(shoePlate(piece, span), -half, half, tolerance, t * 0.1), material: 'steel' },
      ...knuckles,
      { mesh: pinAt(0, 0, -half, half, pin, tolerance, pin * 0.2), material: 'brass' },
      ...(piece.horn > 0
        ? [{ mesh: slab(shoeHorn(piece, span), -horn, horn, tolerance, horn * 0.25), material: 'shade' }]
        : []),
    ],
  };
};
