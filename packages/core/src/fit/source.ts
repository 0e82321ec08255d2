import { LIMITS } from '../limits';
import { RelayError, mm } from '../error';
import type { Vec3 } from '../math';
import { measurePath, pathBounds, type Contour, type MeasuredPath } from '../path';
import { measureSpacePath, type SpaceContour, type SpaceShape } from '../space-path';
import {
  routeRoundWheels,
  toothRadius,
  woundRoute,
  type CutWheel,
  type Engagement,
  type MissedWheel,
  type SpanSag,
  type Turn,
  type Wrap,
} from '../route';

/** How large a wheel is: by radius, or by teeth that mesh with links of a pitch. A point has no size. */
export type WheelSize =
  | { readonly by: 'point' }
  | { readonly by: 'radius'; readonly radius: number }
  | { readonly by: 'teeth'; readonly teeth: number; readonly pitch: number };

export interface WheelSpec {
  readonly id: string;
  readonly name?: string;
  readonly x: number;
  readonly y: number;
  readonly turn: Turn;
  readonly size: WheelSize;
  /** Spare length hanging in the span after it, mm. */
  readonly slack?: number;
  /** Whole turns round it besides, each rising by so much, mm. */
  readonly wraps?: { readonly turns: number; readonly rise: number };
}

/** What a row is put on. Every kind of path ends as one of these. */
export type FitSource = { readonly kind: 'contour'; readonly contour: Contour } | SpaceSource | RouteSource;

/** A path in space, with the place it is scaled about. */
export interface SpaceSource {
  readonly kind: 'space';
  readonly shape: SpaceShape;
  readonly about: Vec3;
}

export interface RouteSource {
  readonly kind: 'route';
  readonly closed: boolean;
  readonly wheels: readonly WheelSpec[];
}

export interface LaidWheel {
  readonly id: string;
  readonly name?: string;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly turn: Turn;
  /** Teeth that mesh with this row; null for plain wheels and for teeth of another pitch. */
  readonly teeth: number | null;
  readonly slack?: number;
  readonly wraps?: { readonly turns: number; readonly rise: number };
}

/** A source worked out: its path, and its wheels where it has any. */
export interface Layout {
  /** Its pieces in the plane; none of a path in space. */
  readonly contour: Contour;
  readonly path: MeasuredPath;
  readonly wheels: readonly LaidWheel[];
  readonly wraps: readonly Wrap[];
  readonly missed: readonly MissedWheel[];
  readonly cuts: readonly CutWheel[];
  readonly sags: readonly SpanSag[];
  /** Its pieces in space, of a route that goes round a wheel several times. */
  readonly space?: SpaceContour;
}

/** The pitch asked for, and what gives way from it. */
export interface Give {
  /** Pitch of the teeth that mesh with the row, mm. */
  readonly toothPitch: number;
  /** Factor on the path: centres, plain radii and curves; toothed wheels keep theirs. */
  readonly scale: number;
}

/** Teeth mesh with a row when their pitches agree to this, relative. */
const SAME_PITCH = 1e-6;

/** Does the wheel's size follow the pitch of this row? */
export function meshes(size: WheelSize, pitch: number): boolean {
  return size.by === 'teeth' && Math.abs(size.pitch / pitch - 1) <= SAME_PITCH;
}

/**
 * Lays a route round wheels out.
 * @param pitch the pitch asked for: it decides which wheels mesh with the row
 * @throws RelayError from the route
 */
export function layOutRoute(source: RouteSource, pitch: number, engagement: Engagement, give: Give): Layout {
  const wheels = layWheels(source, pitch, engagement, give);
  const route = routeRoundWheels(wheels, source.closed);
  const { contour, missed, cuts, sags } = route;
  if (!wheels.some((wheel) => (wheel.wraps?.turns ?? 0) > 0))
    return { contour, path: measurePath(contour), wheels, wraps: route.wraps, missed, cuts, sags };
  const { space, wraps } = woundRoute(route, wheels);
  return { contour, path: measureSpacePath(space), wheels, wraps, missed, cuts, sags, space };
}

/**
 * The wheels of a route with the radii and places they have where something gives way.
 * @throws RelayError wheel-invalid
 */
export function layWheels(
  source: RouteSource,
  pitch: number,
  engagement: Engagement,
  give: Give,
): LaidWheel[] {
  const centre = give.scale === 1 ? { x: 0, y: 0 } : centreOfWheels(source);
  return source.wheels.map((wheel): LaidWheel => {
    const toothed = meshes(wheel.size, pitch);
    return {
      id: wheel.id,
      ...(wheel.name === undefined ? {} : { name: wheel.name }),
      x: centre.x + (wheel.x - centre.x) * give.scale,
      y: centre.y + (wheel.y - centre.y) * give.scale,
      radius:
        wheelRadius(wheel, toothed ? give.toothPitch : null, engagement) *
        (wheel.size.by === 'teeth' ? 1 : give.scale),
      turn: wheel.turn,
      teeth: toothed && wheel.size.by === 'teeth' ? wheel.size.teeth : null,
      ...(wheel.slack ? { slack: wheel.slack * give.scale } : {}),
      ...(wheel.wraps ? { wraps: wheel.wraps } : {}),
    };
  });
}

/** The point a path is scaled about: the middle of its wheels' centres, or of its bounds. */
export function centreOf(source: FitSource): { x: number; y: number } {
  if (source.kind === 'space') return source.about;
  if (source.kind === 'contour') {
    const [x0, y0, x1, y1] = pathBounds(measurePath(source.contour));
    return { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  }
  return centreOfWheels(source);
}

function centreOfWheels({ wheels }: RouteSource): { x: number; y: number } {
  const n = wheels.length;
  return {
    x: wheels.reduce((sum, wheel) => sum + wheel.x, 0) / n,
    y: wheels.reduce((sum, wheel) => sum + wheel.y, 0) / n,
  };
}

function wheelRadius(wheel: WheelSpec, pitch: number | null, engagement: Engagement): number {
  const { size } = wheel;
  if (size.by === 'point') return 0;
  if (size.by === 'radius') return size.radius;
  if (!(Number.isInteger(size.teeth) && size.teeth >= 3 && size.teeth <= 1000)) {
    throw new RelayError(
      'wheel-invalid',
      `Wheel ${wheel.name ?? wheel.id} has ${size.teeth} teeth. It needs a whole number from 3 to 1000.`,
      { wheels: [wheel.id], field: 'teeth' },
    );
  }
  const p = pitch ?? size.pitch;
  if (!(p > 0 && p <= LIMITS.coordinate)) {
    throw new RelayError(
      'wheel-invalid',
      `Wheel ${wheel.name ?? wheel.id} has teeth of pitch ${mm(p)}. It must be above zero.`,
      {
        wheels: [wheel.id],
        field: 'pitch',
      },
    );
  }
  return toothRadius(size.teeth, p, engagement);
}
