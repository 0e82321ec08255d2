import { RelayError } from '../error';
import { TAU } from '../math';
import type { Segment } from '../path';
import { measureSpacePath, type SpaceArc, type SpaceContour, type SpaceSegment } from '../space-path';
import type { Route, Wrap } from './route';
import { label } from './span';
import type { RouteWheel } from './wheel';

/** Whole turns round one wheel at the most. */
export const MOST_WRAPS = 50;
/** Spans shorter than this leave no room to lead from one height to another, mm. */
const NO_SPAN = 1e-9;

/** A route whose rows go round some wheels several times, each time beside the last: it leaves its plane. */
export interface WoundRoute {
  readonly space: SpaceContour;
  /** Arc lengths along it; angles are all that is gone round. */
  readonly wraps: readonly Wrap[];
}

/** Heights a wheel is entered and left at, and how steeply, by the length in plan: mm. */
interface Level {
  readonly enters: number;
  readonly leaves: number;
  readonly slope: number;
  readonly angle: number;
}

/**
 * A route with whole turns round its wheels: a helix on each, whose rise in a turn is told, about the middle of the wheel;
 * spans lead from one to the next, straight in plan, and go into the helices without a corner (cubic in their height).
 * @param route as it is in its plane
 * @throws RelayError wheel-invalid, slack-invalid
 */
export function woundRoute({ contour, wraps }: Route, wheels: readonly RouteWheel[]): WoundRoute {
  const n = wheels.length;
  const { closed } = contour;
  const end = wheels.find(
    ({ wraps: more }, i) => !closed && (i === 0 || i === n - 1) && more && more.turns > 0,
  );
  if (end)
    throw new RelayError(
      'wheel-invalid',
      `An open route only touches ${label(end)}, where it ends: it cannot go round it several times. Close the route, or put another wheel behind it.`,
      { wheels: [end.id], field: 'wraps' },
    );
  const levels = wheels.map((wheel, i) => levelOf(wheel, wraps[i].angle));
  const segments: SpaceSegment[] = [];
  /** For each wheel the numbers of its piece; none where it is only touched. */
  const turnedBy = new Map<number, number>();
  const rest: Segment[] = [...contour.segments];
  for (let k = 0; k < (closed ? n : n - 1); k++) {
    const j = (k + 1) % n;
    const span = wraps[j].from - (k === 0 ? 0 : wraps[k].to);
    const [from, to] = [levels[k], levels[j]];
    if (span > NO_SPAN) segments.push(...spanPieces(rest.shift(), span, from, to, wheels[k]));
    else if (from.leaves !== to.enters)
      throw new RelayError(
        'wheel-invalid',
        `${label(wheels[k])} and ${label(wheels[j])} touch, so that nothing can lead from the wraps of one to the other. Move them apart.`,
        { wheels: [wheels[k].id, wheels[j].id], field: 'wraps' },
      );
    const arc = wraps[j].angle > 0 ? rest.shift() : undefined;
    if (!(levels[j].angle > 0)) continue;
    turnedBy.set(j, segments.length);
    segments.push(arcPiece(arc, wheels[j], wraps[j], levels[j]));
  }
  const space = { segments, closed };
  const { pieceStarts } = measureSpacePath(space);
  let last = 0;
  return {
    space,
    wraps: wraps.map((wrap, i) => {
      const piece = turnedBy.get(i);
      const [from, to] = piece === undefined ? [last, last] : [pieceStarts[piece], pieceStarts[piece + 1]];
      last = to;
      return { ...wrap, from, to, angle: levels[i].angle };
    }),
  };
}

function levelOf(wheel: RouteWheel, angle: number): Level {
  const { turns, rise } = wheel.wraps ?? { turns: 0, rise: 0 };
  if (!(Number.isInteger(turns) && turns >= 0 && turns <= MOST_WRAPS && Number.isFinite(rise)))
    throw new RelayError(
      'wheel-invalid',
      `${label(wheel)} is gone round ${turns} times more: give a whole number from 0 to ${MOST_WRAPS}, and how far each of them rises.`,
      { wheels: [wheel.id], field: 'wraps' },
    );
  const all = angle + TAU * turns;
  const half = turns > 0 ? (rise * all) / TAU / 2 : 0;
  const slope = turns > 0 && wheel.radius > 0 ? rise / (TAU * wheel.radius) : 0;
  return { enters: -half, leaves: half, slope, angle: all };
}

function spanPieces(
  piece: Segment | undefined,
  length: number,
  from: Level,
  to: Level,
  wheel: RouteWheel,
): SpaceSegment[] {
  if (piece?.kind !== 'line')
    throw new RelayError(
      'slack-invalid',
      `The span after ${label(wheel)} hangs, and the row goes round a wheel several times: such spans are taut. Take its slack out.`,
      { wheels: [wheel.id], field: 'slack' },
    );
  const { a, b } = piece;
  if (from.leaves === to.enters && from.slope === 0 && to.slope === 0)
    return [{ kind: 'line', a: { ...a, z: from.leaves }, b: { ...b, z: to.enters } }];
  const at = (t: number, z: number): { x: number; y: number; z: number } => ({
    x: a.x + t * (b.x - a.x),
    y: a.y + t * (b.y - a.y),
    z,
  });
  return [
    {
      kind: 'cubic',
      p0: at(0, from.leaves),
      p1: at(1 / 3, from.leaves + (from.slope * length) / 3),
      p2: at(2 / 3, to.enters - (to.slope * length) / 3),
      p3: at(1, to.enters),
    },
  ];
}

function arcPiece(
  arc: Segment | undefined,
  { x, y, radius, turn }: RouteWheel,
  { facing }: Wrap,
  { enters, leaves, angle }: Level,
): SpaceSegment {
  const sense = turn === 'ccw' ? 1 : -1;
  // Where it is only touched in plan it begins there.
  const start = arc?.kind === 'arc' ? arc.start : facing;
  if (leaves === enters && angle < TAU) {
    const [c, s] = [Math.cos(start), Math.sin(start)];
    const level: SpaceArc = {
      ...{ kind: 'arc', centre: { x, y, z: enters }, radius, sweep: angle },
      ...{ u: { x: c, y: s, z: 0 }, v: { x: -sense * s, y: sense * c, z: 0 } },
    };
    return level;
  }
  return {
    ...{ kind: 'helix', centre: { x, y, z: enters }, from: radius, to: radius },
    ...{ rise: leaves - enters, start, sweep: sense * angle },
  };
}
