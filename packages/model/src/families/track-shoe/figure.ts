import { circle, data, hole, type Figure } from '../../figure/figure';
import type { TrackShoe } from './piece';

/** Radius of the knuckles at the pins, of half the thickness. */
export const KNUCKLE = 0.92;
/** Radius of the pins, of that of the knuckles. */
export const PIN = 0.42;

/** Where the plate begins behind a pin, mm. */
const startOf = ({ thickness }: TrackShoe): number => (thickness / 2) * KNUCKLE * 1.08;

/** The plate between its hinges, with its grouser. */
export function shoePlate(piece: TrackShoe, span: number): string {
  const t = piece.thickness / 2;
  const start = startOf(piece);
  const m = span / 2;
  const { grouser } = piece;
  return (
    data`M${start} ${t * 0.78}L${span - start} ${t * 0.78}L${span - start} ${-t * 0.7}L${span - start - t * 0.4} ${-t}` +
    data`L${m + span * 0.11} ${-t}L${m + span * 0.07} ${-t - grouser}L${m - span * 0.07} ${-t - grouser}L${m - span * 0.11} ${-t}` +
    data`L${start + t * 0.4} ${-t}L${start} ${-t * 0.7}Z`
  );
}

/** The guide horn on the wheels' side. */
export function shoeHorn({ thickness, horn }: TrackShoe, span: number): string {
  const t = thickness / 2;
  const m = span / 2;
  return (
    data`M${m - span * 0.15} ${t * 0.7}C${m - span * 0.06} ${t + horn * 0.2} ${m - span * 0.07} ${t + horn} ${m} ${t + horn}` +
    data`C${m + span * 0.07} ${t + horn} ${m + span * 0.06} ${t + horn * 0.2} ${m + span * 0.15} ${t * 0.7}Z`
  );
}

/** What joins the plate to its knuckles, at its first pin and at its second. */
export function shoeLugs(piece: TrackShoe, span: number): [first: string, second: string] {
  const t = piece.thickness / 2;
  const start = startOf(piece);
  const lug = (from: number, to: number): string =>
    data`M${from} ${t * 0.5}L${from} ${-t * 0.5}L${to} ${-t * 0.5}L${to} ${t * 0.5}Z`;
  return [lug(t * 0.6, start + t * 0.2), lug(span - start - t * 0.2, span - t * 0.6)];
}

/**
 * A track shoe from pin (0, 0) to pin (span, 0): a plate with hinge knuckles at both pins, a
 * guide horn on the wheels' side (y positive) and a grouser on the ground's.
 */
export function trackShoe(piece: TrackShoe, span: number): Figure {
  const knuckle = (piece.thickness / 2) * KNUCKLE;
  return {
    main: 'steel',
    parts: [
      // The horn runs between the two discs of a wheel, so it is seen behind the near one.
      { d: shoeHorn(piece, span), fill: 'shade', line: true, behind: true },
      // Its second knuckles stand between the first ones of its neighbour, which are drawn over them.
      { d: circle(span, 0, knuckle) + hole(span, 0, knuckle * PIN), fill: 'iron', line: true },
      { d: shoeLugs(piece, span).join(''), fill: 'shade', line: true },
      { d: shoePlate(piece, span), fill: 'steel', line: true },
      { d: circle(0, 0, knuckle), fill: 'iron', line: true },
      { d: circle(0, 0, knuckle * PIN), fill: 'brass', line: true },
    ],
  };
}
