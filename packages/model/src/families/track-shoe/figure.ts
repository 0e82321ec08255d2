import { circle, data, type Figure } from '../../figure/figure';
import type { TrackShoe } from './piece';

/** Radius of the knuckles at the pins, of half the thickness. */
export const KNUCKLE = 0.92;

/**
 * A track shoe from pin (0, 0) to pin (span, 0): a plate with hinge knuckles at both pins, a
 * guide horn on the wheels' side (y positive) and a grouser on the ground's.
 */
export function trackShoe(piece: TrackShoe, span: number): Figure {
  const t = piece.thickness / 2;
  const knuckle = t * KNUCKLE;
  const start = knuckle * 1.08;
  const m = span / 2;
  const { horn, grouser } = piece;
  const plate =
    data`M${start} ${t * 0.78}L${span - start} ${t * 0.78}L${span - start} ${-t * 0.7}L${span - start - t * 0.4} ${-t}` +
    data`L${m + span * 0.11} ${-t}L${m + span * 0.07} ${-t - grouser}L${m - span * 0.07} ${-t - grouser}L${m - span * 0.11} ${-t}` +
    data`L${start + t * 0.4} ${-t}L${start} ${-t * 0.7}Z`;
  // The horn runs between the two discs of a wheel, so it is seen behind the near one.
  const guide =
    data`M${m - span * 0.15} ${t * 0.7}C${m - span * 0.06} ${t + horn * 0.2} ${m - span * 0.07} ${t + horn} ${m} ${t + horn}` +
    data`C${m + span * 0.07} ${t + horn} ${m + span * 0.06} ${t + horn * 0.2} ${m + span * 0.15} ${t * 0.7}Z`;
  const lug = (from: number, to: number): string =>
    data`M${from} ${t * 0.5}L${to} ${t * 0.5}L${to} ${-t * 0.5}L${from} ${-t * 0.5}Z`;
  return {
    main: 'steel',
    parts: [
      { d: guide, fill: 'shade', line: true, behind: true },
      { d: lug(0, start + t * 0.2) + lug(span - start - t * 0.2, span), fill: 'shade', line: true },
      { d: plate, fill: 'steel', line: true },
      { d: circle(0, 0, knuckle), fill: 'iron', line: true },
      { d: circle(0, 0, knuckle * 0.42), fill: 'brass', line: true },
    ],
  };
}
