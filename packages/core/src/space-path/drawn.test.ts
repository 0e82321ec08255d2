import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { measurePath, newReading, pathReader, placeUnder } from '../path';
import {
  changeSpacePiece,
  deleteSpacePoints,
  drawnSpacePath,
  helixPath,
  insertSpacePoint,
  joinSpacePaths,
  lengthInPlan,
  measureSpacePath,
  moveSpacePoints,
  nearestSpacePiece,
  openSpaceAt,
  planOf,
  raisedPath,
  roundSpaceCorners,
  spacePointPlaces,
  steepestPlace,
  thinSpacePoints,
  turnSpaceRound,
  type SpaceDrawn,
  type SpaceDrawnPoint,
} from '.';

const LINE = { kind: 'line' } as const;
const at = (x: number, y: number, z: number, radius = 0): SpaceDrawnPoint => ({
  x,
  y,
  z,
  radius,
  next: LINE,
});
const open: SpaceDrawn = {
  closed: false,
  points: [at(0, 0, 0), at(100, 0, 0, 20), at(100, 80, 60, 10), at(0, 80, 90)],
};
const lengthOf = ({ points, closed }: SpaceDrawn): number =>
  measureSpacePath(drawnSpacePath(points, closed)).length;

describe('a path drawn by points in space', () => {
  it('goes on as curves and lines, corners between lines rounded', () => {
    const curved = changeSpacePiece(open, 1, 'curve');
    // Handles along the piece: the same line, but its corners are beside a curve and no longer rounded.
    const legs = [100, 100, Math.hypot(100, 30)].reduce((sum, leg) => sum + leg, 0);
    expect(lengthOf(curved)).toBeCloseTo(legs, 8);
    expect(lengthOf(open)).toBeLessThan(legs);
    expect(changeSpacePiece(curved, 1, 'line')).toEqual(open);
    const round = { closed: true, points: curved.points };
    const contour = drawnSpacePath(round.points, true);
    const [first] = contour.segments;
    expect(first.kind === 'line' && [first.a.x, first.a.y]).toEqual([0, 0]);
    contour.segments.forEach((piece, i) => {
      const next = contour.segments[(i + 1) % contour.segments.length];
      const end = piece.kind === 'line' ? piece.b : piece.kind === 'cubic' ? piece.p3 : null;
      const begin = next.kind === 'line' ? next.a : next.kind === 'cubic' ? next.p0 : null;
      if (end && begin)
        expect(Math.hypot(end.x - begin.x, end.y - begin.y, end.z - begin.z)).toBeLessThan(1e-9);
    });
  });

  it('keeps its line when a point is put in, or it is turned round', () => {
    const curved: SpaceDrawn = {
      closed: false,
      points: [
        { ...at(0, 0, 0), next: { kind: 'curve', out: { x: 40, y: 0, z: 50 }, in: { x: 0, y: -60, z: 10 } } },
        at(100, 90, 30),
        at(160, 90, 80),
      ],
    };
    const before = lengthOf(curved);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (i, t) => {
          expect(lengthOf(insertSpacePoint(curved, i, t))).toBeCloseTo(before, 7);
        },
      ),
    );
    expect(lengthOf(turnSpaceRound(curved))).toBeCloseTo(before, 8);
    expect(turnSpaceRound(turnSpaceRound(curved)).points).toEqual(curved.points);
    const made = insertSpacePoint(curved, 0, 0.4).points[1];
    const found = nearestSpacePiece(curved, made)!;
    expect([found.piece, Math.round(found.t * 10)]).toEqual([0, 4]);
  });

  it('points are moved, deleted; it is opened and joined', () => {
    expect(moveSpacePoints(open, new Set([1]), { x: 0, y: 0, z: 7 }).points[1].z).toBe(7);
    const fewer = deleteSpacePoints(open, new Set([1]));
    expect(fewer.points.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [100, 80],
      [0, 80],
    ]);
    const loop = { closed: true, points: [at(0, 0, 0), at(50, 0, 0), at(50, 50, 20)] };
    const opened = openSpaceAt(loop, 1);
    expect([opened.closed, opened.points.length, opened.points[3].x]).toEqual([false, 4, 50]);
    const other = { closed: false, points: [at(0, 80, 90), at(-40, 80, 90)] };
    expect(joinSpacePaths(open, other, 0.1).points).toHaveLength(5);
    expect(
      joinSpacePaths(open, { ...other, points: [at(-9, 80, 90), at(-40, 80, 90)] }, 0.1).points,
    ).toHaveLength(6);
    expect(() => joinSpacePaths(open, loop, 1)).toThrow(RelayError);
  });

  it('corners are rounded where the radius fits, and it is said where not', () => {
    const { points, rounded, left } = roundSpaceCorners(open.points, false, 15);
    expect([rounded, left, points[1].radius, points[2].radius]).toEqual([2, 0, 15, 15]);
    expect(() => roundSpaceCorners(open.points, false, 1000)).toThrow(/fits no corner: at most/);
    expect(() => roundSpaceCorners(open.points, false, -1)).toThrow(/zero or more/);
    expect(() => roundSpaceCorners([at(0, 0, 0), at(9, 0, 0)], false, 1)).toThrow(/no corners/);
    expect(() => drawnSpacePath(points, false)).not.toThrow();
  });

  it('thinned out no point is further off than the tolerance', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: -9, max: 9, noNaN: true }), fc.double({ min: -9, max: 9, noNaN: true })),
          {
            minLength: 3,
            maxLength: 40,
          },
        ),
        fc.boolean(),
        (wiggles, closed) => {
          const points = wiggles.map(([y, z], i) => at(10 * i, y, z));
          const kept = thinSpacePoints(points, closed, 4);
          points.forEach((point, i) => {
            const after = kept.find((k) => k >= i) ?? kept[0];
            const before = [...kept].reverse().find((k) => k <= i)!;
            const piece: SpaceDrawn = { closed: false, points: [points[before], points[after]] };
            if (before === after) return;
            const { t } = nearestSpacePiece(piece, point)!;
            const [a, b] = piece.points;
            const off = Math.hypot(
              a.x + t * (b.x - a.x) - point.x,
              a.y + t * (b.y - a.y) - point.y,
              a.z + t * (b.z - a.z) - point.z,
            );
            expect(off).toBeLessThan(4 + 1e-9);
          });
        },
      ),
    );
    expect(() => thinSpacePoints(open.points, false, NaN)).toThrow(/tolerance/);
  });

  it('its points are found along it, those that are rounded at the nearest place', () => {
    const path = measureSpacePath(drawnSpacePath(open.points, false));
    const places = spacePointPlaces(open.points, path);
    expect(places[0]).toBeCloseTo(0, 6);
    expect(places[3]).toBeCloseTo(path.length, 6);
    // Half of the arc behind the leg that is left: 100 − 20 tan(w / 2) + 20 w / 2, with w a quarter turn.
    expect(places[1]).toBeCloseTo(100 - 20 + (20 * Math.PI) / 4, 5);
  });

  it('seen in plan it is as long as is told', () => {
    const path = measureSpacePath(drawnSpacePath(open.points, false));
    // Arcs and cones are drawn by cubics, which are off by some 1e-5 of their radius.
    expect(lengthInPlan(path) / measurePath(planOf(drawnSpacePath(open.points, false))).length).toBeCloseTo(
      1,
      4,
    );
    const cone = helixPath({ from: 40, to: 90, rise: 70, turns: 2.5, hand: 'cw' });
    expect(lengthInPlan(measureSpacePath(cone)) / measurePath(planOf(cone)).length).toBeCloseTo(1, 4);
    const round = helixPath({ from: 40, to: 40, rise: 70, turns: 3, hand: 'ccw' });
    expect(lengthInPlan(measureSpacePath(round))).toBeCloseTo(2 * Math.PI * 40 * 3, 8);
  });
});

describe('slopes', () => {
  const circle = measurePath({
    segments: [{ kind: 'arc', centre: { x: 0, y: 0 }, radius: 100, start: 0, sweep: 2 * Math.PI }],
    closed: true,
  });
  it('are steepest where the height changes fastest by length in plan', () => {
    const straight = raisedPath(
      circle,
      [
        { u: 0, z: 0 },
        { u: 200, z: 20 },
      ],
      false,
    );
    expect(steepestPlace(straight)!.slope).toBeCloseTo(0.1, 9);
    // A monotone cubic between two level ends is steepest half way: one and a half times the mean.
    const smooth = raisedPath(
      circle,
      [
        { u: 0, z: 0 },
        { u: 200, z: 20 },
        { u: 300, z: 20 },
        { u: 600, z: 0 },
      ],
      true,
    );
    const found = steepestPlace(smooth)!;
    expect(found.slope).toBeCloseTo(0.15, 6);
    expect(placeUnder(smooth, found.s)).toBeCloseTo(100, 3);
    const helix = measureSpacePath(helixPath({ from: 50, to: 50, rise: -60, turns: 2, hand: 'ccw' }));
    expect(steepestPlace(helix)!.slope).toBeCloseTo(-30 / (2 * Math.PI * 50), 9);
    expect(steepestPlace(circle)).toBeNull();
    const upright = measureSpacePath(drawnSpacePath([at(0, 0, 0), at(0, 0, 50), at(50, 0, 50)], false));
    expect(steepestPlace(upright)!.slope).toBe(Infinity);
  });

  it('a place over the plan is found under the path', () => {
    const raised = raisedPath(
      circle,
      [
        { u: 0, z: 0 },
        { u: 300, z: 90 },
      ],
      true,
    );
    const [over, flat] = [newReading(), newReading()];
    for (let i = 1; i < 40; i++) {
      const s = (raised.length * i) / 40;
      pathReader(raised)(s, over);
      pathReader(circle)(placeUnder(raised, s), flat);
      expect(Math.hypot(over[0] - flat[0], over[1] - flat[1])).toBeLessThan(1e-9);
    }
  });
});
