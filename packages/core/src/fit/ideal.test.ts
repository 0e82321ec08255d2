import { describe, expect, it } from 'vitest';
import { parsePathData } from '../path';
import { DEFAULT_REQUEST, fitRow, type FitSource, type WheelSpec } from './index';

const wheel = (id: string, x: number, y: number, radius: number): WheelSpec => ({
  id,
  x,
  y,
  turn: 'ccw',
  size: { by: 'radius', radius },
});
const toothed = (id: string, x: number, teeth: number): WheelSpec => ({
  id,
  x,
  y: 0,
  turn: 'ccw',
  size: { by: 'teeth', teeth, pitch: 12.7 },
});
/** The track of six wheels that the mathematics of rings was worked out on. */
const TRACK = [
  wheel('a', 0, 60, 55),
  wheel('b', 120, 20, 40),
  wheel('c', 260, 20, 40),
  wheel('d', 400, 20, 40),
  wheel('e', 540, 20, 40),
  wheel('f', 660, 70, 50),
];
const ideal = (source: FitSource, pitch: number): number =>
  fitRow(source, { ...DEFAULT_REQUEST, pitch }).ideal;
const loop = (wheels: readonly WheelSpec[]): FitSource => ({
  kind: 'route',
  closed: true,
  wheels: [...wheels],
});
/** The same wheels, the route begun at each of them in turn. */
const begun = (wheels: readonly WheelSpec[]): FitSource[] =>
  wheels.map((_, k) => loop([...wheels.slice(k), ...wheels.slice(0, k)]));

describe('the ideal count of stiff links', () => {
  it.each([
    ['two sprockets', [toothed('a', 0, 17), toothed('b', 400, 38)], 12.7],
    ['a track of six wheels', TRACK, 53.5],
    ['two wheels of one size', [wheel('a', 0, 0, 40), wheel('b', 200, 0, 40)], 21],
  ])('%s: the same wherever the route begins', (_, wheels, pitch) => {
    const found = begun(wheels).map((source) => ideal(source, pitch));
    for (const one of found) expect(Math.abs(one - found[0])).toBeLessThan(1e-9 * found[0]);
  });

  it('a drawn loop: the same from each of its points', () => {
    const corners = ['M0 0', 'L90 10', 'L100 70', 'L40 95', 'L-20 50'];
    const round = corners.map((_, k) => {
      const turned = [...corners.slice(k), ...corners.slice(0, k)].map((word) => word.slice(1));
      return ideal({ kind: 'contour', contour: parsePathData(`M${turned.join('L')}Z`)[0] }, 9);
    });
    for (const one of round) expect(Math.abs(one - round[0])).toBeLessThan(1e-9 * round[0]);
  });
});
