import { sweep, type Mesh } from '@coin-relay/core/solid';
import { pinAt } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { stitchStrands } from './figure';
import type { Stitch } from './piece';

/** Yarns a thread is twisted from, how deep the grooves between them are (of its radius), and how long its lay (of its thickness). */
const YARNS = 3;
const GROOVE = 0.14;
const LAY = 2.6;
/** Corners of its section. */
const CORNERS = 24;

/**
 * Threads twisted from yarns that come up through one hole and go down through the next; a second one goes over
 * the first. The cloth’s upper side is z = 0.
 */
export const stitchSolid: MakeSolid<Stitch> = (piece, span) => {
  const { thread, hole } = piece;
  const { strands, holes } = stitchStrands(piece, span);
  const threads = strands.map(([ax, ay, bx, by], i): SolidPart => ({
    mesh: twisted([ax, ay], [bx, by], thread, piece.kind === 'cross' && i > 0 ? thread : 0),
    material: 'thread',
  }));
  const rims =
    hole > 0
      ? holes.map(([x, y]) => ({
          mesh: pinAt(x, y, -thread * 0.5, 0, hole / 2, hole * 0.02),
          material: 'rubber',
        }))
      : [];
  return { main: 'thread', parts: [...rims, ...threads] };
};

type Place = readonly [x: number, y: number];

/** @param over how much higher its middle goes over what lies under it, mm */
function twisted([ax, ay]: Place, [bx, by]: Place, thick: number, over: number): Mesh {
  const r = thick / 2;
  const size = Math.hypot(bx - ax, by - ay);
  const [ux, uy] = [(bx - ax) / size, (by - ay) / size];
  // Up out of a hole, round into the seam, along it, and down again: way along the seam and height.
  const bend = Math.min(thick * 0.75, size / 3);
  const line: [s: number, z: number][] = [[0, -thick]];
  const quarter = (s: number, from: number): void => {
    for (let i = 0; i <= 6; i++) {
      const a = from + ((i / 6) * Math.PI) / 2;
      line.push([s - bend * Math.cos(a), r - bend + bend * Math.sin(a)]);
    }
  };
  quarter(bend, 0);
  const along = size - 2 * bend;
  const steps = Math.max(2, Math.ceil(along / (thick * 0.2)));
  for (let i = 1; i < steps; i++) {
    const f = i / steps;
    line.push([bend + along * f, r + over * Math.sin(Math.PI * f) ** 2]);
  }
  quarter(size - bend, Math.PI / 2);
  line.push([size, -thick]);
  const points = Float64Array.from(line.flatMap(([s, z]) => [ax + ux * s, ay + uy * s, z]));
  const across = Float64Array.from(line.flatMap(() => [-uy, ux, 0]));
  let way = 0;
  const ways = line.map(
    ([s, z], i) => (way += i === 0 ? 0 : Math.hypot(s - line[i - 1][0], z - line[i - 1][1])),
  );
  return sweep({ points, across, closed: false }, (i) => {
    const turn = (2 * Math.PI * ways[i]) / (LAY * thick);
    const section = new Float64Array(2 * CORNERS);
    for (let k = 0; k < CORNERS; k++) {
      const a = (2 * Math.PI * k) / CORNERS;
      const rho = r * (1 - (GROOVE * (1 - Math.cos(YARNS * (a - turn)))) / 2);
      section[2 * k] = rho * Math.cos(a);
      section[2 * k + 1] = rho * Math.sin(a);
    }
    return section;
  });
}
