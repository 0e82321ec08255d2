import {
  layOutRoute,
  layWheels,
  RelayError,
  sketchRoute,
  type FitSource,
  type Layout,
  type WheelSpec,
} from '@coin-relay/core';
import { isStiff } from '../../families/piece';
import type { PathRest, PathJob } from '../kind';
import type { RoutePath } from './schema';

export type RouteSource = Extract<FitSource, { kind: 'route' }>;

/** The pitch of the teeth on a route and how they mesh, for a route that is drawn without a run. */
export function meshingOf(job: PathJob, path: RoutePath): { pitch: number; pieces: 'stiff' | 'bending' } {
  const run = job.runs.find((r) => r.path === path.id);
  const toothed = path.stops.flatMap(({ wheel }) => {
    const size = job.wheels.find((w) => w.id === wheel)?.size;
    return size?.by === 'teeth' ? [size.piece] : [];
  });
  const piece = job.pieces.find((p) => p.id === (run?.sequence[0] ?? toothed[0]));
  return { pitch: piece?.pitch ?? 1, pieces: piece && !isStiff(piece) ? 'bending' : 'stiff' };
}

export function routeSource(job: PathJob, path: RoutePath): RouteSource {
  const wheels = path.stops.map((stop): WheelSpec => {
    const wheel = job.wheels.find((w) => w.id === stop.wheel);
    if (!wheel)
      throw new RelayError(
        'job-incomplete',
        `Path “${path.name}” goes round a wheel that is not in this job.`,
        { field: 'paths' },
      );
    const { id, name, x, y, size } = wheel;
    const spec = {
      id,
      name,
      x,
      y,
      turn: stop.turn,
      ...(stop.slack ? { slack: stop.slack } : {}),
      ...(stop.wraps ? { wraps: stop.wraps } : {}),
    };
    if (size.by !== 'teeth') return { ...spec, size };
    const piece = job.pieces.find((p) => p.id === size.piece);
    if (!piece)
      throw new RelayError(
        'job-incomplete',
        `Wheel “${name}” has teeth for a piece that is not in this job.`,
        { field: 'wheels' },
      );
    return { ...spec, size: { by: 'teeth', teeth: size.teeth, pitch: piece.pitch } };
  });
  return { kind: 'route', closed: path.closed, wheels };
}

/** The route as it is laid, for one that is drawn without a run. */
export function layRoute(job: PathJob, path: RoutePath): Layout {
  const { pitch, pieces } = meshingOf(job, path);
  return layOutRoute(routeSource(job, path), pitch, pieces, { toothPitch: pitch, scale: 1 });
}

/** Its wheels, and the spans that can be drawn. */
export function restOfRoute(job: PathJob, path: RoutePath): PathRest {
  const { pitch, pieces } = meshingOf(job, path);
  const wheels = wheelsOf(() =>
    layWheels(routeSource(job, path), pitch, pieces, { toothPitch: pitch, scale: 1 }),
  );
  const turned = wheels.map((wheel, i) => ({ ...wheel, turn: path.stops[i].turn }));
  return { wheels, lines: () => sketchRoute(turned, path.closed).contours };
}

function wheelsOf<T>(lay: () => readonly T[]): readonly T[] {
  try {
    return lay();
  } catch (error) {
    if (error instanceof RelayError) return [];
    throw error;
  }
}
