import {
  contourCorners,
  drawnContour,
  drawnFromContour,
  changeStretch,
  closePath,
  layOut,
  measurePath,
  mm,
  pathBounds,
  placeContour,
  placementAbout,
  placePoint,
  placeShape,
  RelayError,
  reverseContour,
  roundCorners,
  smoothThrough,
  startAt,
  thinOut,
  wrapInto,
  type Contour,
  type Placement,
} from '@coin-relay/core';
import { withDrawn } from '../job/drawn';
import type { Job, JobPath, PathOf, Wheel } from '../job/schema';
import { meshingOf, pathContour, routeSource } from '../resolve';

/** What can be done to a path. */
export type Mend =
  | { readonly do: 'reverse' }
  /** Begins a closed path at an arc length, mm. */
  | { readonly do: 'start'; readonly at: number }
  /** Rounds all corners, or those at the given arc lengths. */
  | { readonly do: 'round'; readonly radius: number; readonly at?: readonly number[] }
  | { readonly do: 'smooth' }
  | { readonly do: 'thin'; readonly tolerance: number }
  | { readonly do: 'close' }
  | { readonly do: 'straighten' }
  | { readonly do: 'mirror'; readonly axis: 'upright' | 'level' }
  | { readonly do: 'scale'; readonly factor: number }
  /** Into points and handles. */
  | { readonly do: 'free' };

/** A mended path, and what came of it in words. */
export interface Mended {
  readonly path: JobPath;
  /** Wheels that changed with it. */
  readonly wheels: readonly Wheel[];
  readonly words: string;
}

/** How near the ends of a path are to count as one place when it is closed, mm. */
const ENDS_MEET = 1e-3;

/**
 * Mends a path. What has numbers keeps them where it can: a reversed circle is a circle, a
 * scaled route is a route. What cannot be said in its numbers is freed into points.
 * @throws RelayError naming what cannot be done
 */
export function mendPath(job: Job, path: JobPath, mend: Mend): Mended {
  if (path.kind === 'shape') {
    const shape = mendShape(job, path, mend);
    if (shape) return { path: shape, wheels: [], words: '' };
  }
  if (path.kind === 'route') {
    const route = mendRoute(job, path, mend);
    if (route) return route;
  }
  if (path.kind === 'hang' && mend.do === 'reverse')
    return { path: { ...path, from: path.to, to: path.from }, wheels: [], words: '' };
  const { contour, words } = mendContour(path, pathContour(job, path), mend);
  const { id, name } = path;
  return {
    path: withDrawn({ kind: 'drawn', id, name, closed: false, points: [] }, drawnFromContour(contour)),
    wheels: [],
    words,
  };
}

function mendShape(job: Job, path: PathOf<'shape'>, mend: Mend): JobPath | null {
  const { shape } = path;
  switch (mend.do) {
    case 'reverse':
      return { ...path, shape: { ...shape, reversed: !shape.reversed } };
    case 'start': {
      const contour = pathContour(job, path);
      if (!contour.closed) return null;
      // The start is counted the way the shape itself runs, before it is turned round.
      const moved = mend.at / measurePath(contour).length;
      return {
        ...path,
        shape: { ...shape, start: wrapInto((shape.start ?? 0) + (shape.reversed ? -moved : moved), 1) },
      };
    }
    case 'mirror':
    case 'scale':
      return { ...path, shape: placeShape(shape, placementOf(pathContour(job, path), mend)) };
    case 'round':
      return shape.of === 'rectangle' && mend.at === undefined && shape.corner === 0
        ? { ...path, shape: { ...shape, corner: mend.radius } }
        : null;
    default:
      return null;
  }
}

function mendRoute(job: Job, path: PathOf<'route'>, mend: Mend): Mended | null {
  const turned = (turn: 'ccw' | 'cw'): 'ccw' | 'cw' => (turn === 'ccw' ? 'cw' : 'ccw');
  switch (mend.do) {
    case 'reverse': {
      // The slack of a span belongs to the wheel it leaves, which is the other one now.
      const n = path.stops.length;
      const stops = [...path.stops].reverse().map((stop, i, all) => {
        const slack = i + 1 < n || path.closed ? all[(i + 1) % n].slack : undefined;
        return { wheel: stop.wheel, turn: turned(stop.turn), ...(slack ? { slack } : {}) };
      });
      return { path: { ...path, stops }, wheels: [], words: '' };
    }
    case 'start': {
      if (!path.closed) return null;
      const { pitch, pieces } = meshingOf(job, path);
      const { wraps, path: route } = layOut(routeSource(job, path), pitch, pieces, {
        toothPitch: pitch,
        scale: 1,
      });
      const off = (s: number): number =>
        Math.abs(wrapInto(s - mend.at + route.length / 2, route.length) - route.length / 2);
      // A route begins where it leaves a wheel: the nearest such place is taken.
      const nearest = wraps.reduce((best, wrap, i) => (off(wrap.to) < off(wraps[best].to) ? i : best), 0);
      const stops = [...path.stops.slice(nearest), ...path.stops.slice(0, nearest)];
      const wheel = job.wheels.find((w) => w.id === path.stops[nearest].wheel);
      return {
        path: { ...path, stops },
        wheels: [],
        words: `The route begins where it leaves the ${wheel?.name ?? 'wheel'}.`,
      };
    }
    case 'mirror':
    case 'scale': {
      const placement = placementOf(pathContour(job, path), mend);
      const wheels = job.wheels
        .filter((wheel) => path.stops.some((stop) => stop.wheel === wheel.id))
        .map((wheel): Wheel => ({
          ...wheel,
          ...placePoint(placement, wheel),
          size:
            wheel.size.by === 'radius'
              ? { by: 'radius', radius: wheel.size.radius * placement.k }
              : wheel.size,
        }));
      const stops = path.stops.map((stop) => ({
        ...stop,
        turn: placement.mirror ? turned(stop.turn) : stop.turn,
        ...(stop.slack ? { slack: stop.slack * placement.k } : {}),
      }));
      const toothed = wheels.some((wheel) => wheel.size.by === 'teeth') && mend.do === 'scale';
      return { path: { ...path, stops }, wheels, words: toothed ? 'Toothed wheels keep their size.' : '' };
    }
    default:
      return null;
  }
}

/** Mirroring and scaling leave the middle of the path where it is. */
function placementOf(contour: Contour, mend: Extract<Mend, { do: 'mirror' | 'scale' }>): Placement {
  const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  if (mend.do === 'mirror') return placementAbout(middle, 1, mend.axis === 'upright' ? Math.PI : 0, true);
  if (!(mend.factor > 0 && Number.isFinite(mend.factor)))
    throw new RelayError(
      'request-invalid',
      `A path cannot be scaled by ${mend.factor}: give a factor above zero.`,
      {
        field: 'factor',
      },
    );
  return placementAbout(middle, mend.factor, 0);
}

function mendContour(path: JobPath, contour: Contour, mend: Mend): { contour: Contour; words: string } {
  switch (mend.do) {
    case 'free':
      return { contour, words: '' };
    case 'reverse':
      return { contour: reverseContour(contour), words: '' };
    case 'start':
      return { contour: startAt(contour, mend.at), words: '' };
    case 'mirror':
    case 'scale':
      return { contour: placeContour(contour, placementOf(contour, mend)), words: '' };
    case 'round':
      return rounded(contour, mend.radius, mend.at);
    case 'smooth': {
      const { points, closed } = drawnFromContour(contour);
      return { contour: smoothThrough(points, closed), words: '' };
    }
    case 'thin': {
      const { before, after, deviation, contour: thin } = thinOut(contour, mend.tolerance);
      return {
        contour: thin,
        words: `${before} pieces became ${after}; no point is further off than ${mm(deviation)}.`,
      };
    }
    case 'close':
      if (contour.closed) throw new RelayError('request-invalid', `Path “${path.name}” is closed already.`);
      return { contour: drawnContour(closePath(drawnFromContour(contour), ENDS_MEET)), words: '' };
    case 'straighten': {
      let drawn = drawnFromContour(contour);
      drawn.points.forEach((_, i) => {
        drawn = changeStretch(drawn, i, 'line');
      });
      return { contour: drawnContour(drawn), words: '' };
    }
  }
}

function rounded(
  contour: Contour,
  radius: number,
  at: readonly number[] | undefined,
): { contour: Contour; words: string } {
  const corners = contourCorners(contour);
  if (corners.length === 0) throw new RelayError('request-invalid', 'The path has no corners to round.');
  const { length } = measurePath(contour);
  const chosen =
    at &&
    new Set(
      at.map((s) => {
        const off = corners.map((corner) =>
          Math.abs(wrapInto(corner.s - s + length / 2, length) - length / 2),
        );
        return off.indexOf(Math.min(...off));
      }),
    );
  const result = roundCorners(contour, radius, chosen);
  const [misfit] = [...result.misfits].sort((a, b) => a.largest - b.largest);
  if (result.rounded === 0 && misfit) {
    throw new RelayError(
      'request-invalid',
      `A radius of ${mm(radius)} fits no corner: at ${mm(misfit.corner.s)} at most ${mm(misfit.largest)} fits.`,
      { field: 'radius' },
    );
  }
  const did = `${result.rounded} ${result.rounded === 1 ? 'corner' : 'corners'} rounded.`;
  return {
    contour: result.contour,
    words: misfit
      ? `${did} ${mm(radius)} does not fit ${result.misfits.length} more: at ${mm(misfit.corner.s)} at most ${mm(misfit.largest)} fits.`
      : did,
  };
}
