import { bar, sidesOf, sweep, type Mesh } from '@coin-relay/core/solid';
import type { MakeSolid } from '../../solid/solid';
import { strandWay } from './lay';
import type { Rope } from './piece';

/** Stations of a strand in a stretch, and chords round it, at the least. */
const LEAST_STATIONS = 9;
const LEAST_SIDES = 10;
/** Strands are round all over: an edge would be one of their rims, and these are within the next strand. */
const ROUND = (80 * Math.PI) / 180;
/** An end goes on so far into the strand of the next stretch, growing so much thinner, of its radius: where strands meet there is no edge. */
const INTO = 0.6;
const THINNER = 0.8;

/** Strands of a stretch, each a body whose ends are within those of the next ones; and their core. */
export const ropeSolid: MakeSolid<Rope> = (piece, span, tolerance) => {
  const { r, radius, angleAt } = strandWay(piece, span);
  const turn = (2 * Math.PI) / piece.strands;
  // A chord of an arc of angle a strays by R (1 − cos(a / 2)).
  const chord = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(radius, tolerance)));
  const many = Math.max(LEAST_STATIONS, Math.ceil(turn / Math.max(chord, 1e-3)) + 1);
  const sides = Math.max(LEAST_SIDES, sidesOf(r, tolerance));
  const sectionOf = (size: number): Float64Array =>
    Float64Array.from({ length: 2 * sides }, (_, i) => {
      const angle = (2 * Math.PI * Math.floor(i / 2)) / sides;
      return size * (i % 2 === 0 ? Math.cos(angle) : Math.sin(angle));
    });
  const [whole, end] = [sectionOf(r), sectionOf(r * THINNER)];
  const places = [
    -INTO * r,
    ...Array.from({ length: many }, (_, i) => (span * i) / (many - 1)),
    span + INTO * r,
  ];
  const strandOf = (j: number): Mesh => {
    const turned = places.map((x) => [x, Math.sin(angleAt(j, x)), Math.cos(angleAt(j, x))] as const);
    const points = Float64Array.from(turned.flatMap(([x, s, c]) => [x, -radius * s, radius * c]));
    const across = Float64Array.from(turned.flatMap(([, s, c]) => [0, -s, c]));
    return sweep({ points, across, closed: false }, (i) =>
      i === 0 || i === places.length - 1 ? end : whole,
    );
  };
  const strands = Array.from({ length: piece.strands }, (_, j) => ({
    ...{ mesh: strandOf(j), material: 'cord', crease: ROUND, fine: true as const },
  }));
  const heart = Math.min(piece.core, 2 * (radius - r));
  return {
    main: 'cord',
    parts: [
      ...(heart > 0 ? [{ mesh: bar(0, span, heart, tolerance), material: 'leather' }] : []),
      ...strands,
    ],
  };
};
