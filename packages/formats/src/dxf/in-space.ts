import {
  contourInto,
  cross3,
  length3,
  RelayError,
  scale3,
  smoothInSpace,
  TAU,
  type FreeContour,
  type Map3,
  type Vec3,
} from '@coin-relay/core';
import { ownContour, splineOf, sweepTo } from './entities';
import type { DxfFile } from './sections';
import { splinePieces } from './spline';
import { numberOf, numbersOf, textOf, type Entity } from './tags';

/** Heights and slants below this count as none. */
const NONE = 1e-9;
/** The codes of each kind of line that say how high it lies. */
const HEIGHTS: ReadonlyMap<string, readonly number[]> = new Map([
  ['LINE', [30, 31]],
  ['ARC', [30]],
  ['CIRCLE', [30]],
  ['ELLIPSE', [30, 31]],
  ['LWPOLYLINE', [38]],
  ['POLYLINE', [30]],
  ['VERTEX', [30]],
  ['SPLINE', [30, 31]],
  ['INSERT', [30]],
]);
/** Kinds whose coordinates are those of a plane that the extrusion direction is square to. */
const IN_OWN_PLANE = new Set(['ARC', 'CIRCLE', 'LWPOLYLINE', 'POLYLINE', 'INSERT']);
/** Flag of a polyline whose vertices are points in space. */
const IN_SPACE = 8;

/** Whether any line of a file lies anywhere but in the plane of the drawing. */
export function leavesPlane({ entities, blocks }: DxfFile): boolean {
  return entities.some(isRaised) || [...blocks.values()].some((block) => block.entities.some(isRaised));
}

function isRaised(entity: Entity): boolean {
  const codes = HEIGHTS.get(entity.kind);
  if (!codes) return false;
  const high = entity.tags.some(
    ({ code, value }) => codes.includes(code) && Math.abs(Number.parseFloat(value)) > NONE,
  );
  const slanted =
    IN_OWN_PLANE.has(entity.kind) && [210, 220].some((code) => Math.abs(numberOf(entity, code)) > NONE);
  return high || slanted || entity.parts.some(isRaised);
}

/**
 * The line of an entity in space, in the file’s own unit.
 * @returns null for kinds that are no lines
 * @throws RelayError file-broken where its numbers cannot be used
 */
export function entityInSpace(entity: Entity): FreeContour | null {
  switch (entity.kind) {
    case 'LINE':
      return {
        closed: false,
        segments: [{ kind: 'line', a: pointOf(entity, 10), b: pointOf(entity, 11) }],
      };
    case 'ELLIPSE':
      return ellipseInSpace(entity);
    case 'SPLINE':
      return splineInSpace(entity);
    case 'POLYLINE':
      if ((numberOf(entity, 70) & IN_SPACE) !== 0) return polylineInSpace(entity);
  }
  const own = ownContour(entity);
  if (!own) return null;
  const height = numberOf(entity, entity.kind === 'LWPOLYLINE' ? 38 : 30);
  return contourInto(own, ownPlane(entity, height));
}

const pointOf = (entity: Entity, code: number): Vec3 => ({
  x: numberOf(entity, code),
  y: numberOf(entity, code + 10),
  z: numberOf(entity, code + 20),
});

/** The direction that is square to the plane of an entity. */
const extrusionOf = (entity: Entity): Vec3 => ({
  x: numberOf(entity, 210),
  y: numberOf(entity, 220),
  z: numberOf(entity, 230, 1),
});

/**
 * What takes the coordinates of an entity’s own plane to space: its axes come from the extrusion direction alone (the
 * arbitrary axis algorithm of the DXF reference; from memory).
 * @param height over the plane through the zero point, along the extrusion direction
 * @throws RelayError file-broken where the direction is none
 */
export function ownPlane(entity: Entity, height: number): Map3 {
  const given = extrusionOf(entity);
  const size = length3(given);
  if (!(size > 0 && Number.isFinite(size)))
    throw new RelayError('file-broken', 'its extrusion direction is none');
  const n = scale3(given, 1 / size);
  const nearZ = Math.abs(n.x) < 1 / 64 && Math.abs(n.y) < 1 / 64;
  const across = cross3(nearZ ? { x: 0, y: 1, z: 0 } : { x: 0, y: 0, z: 1 }, n);
  const x = scale3(across, 1 / length3(across));
  const y = cross3(n, x);
  return mapOf(x, y, n, scale3(n, height));
}

/** The map that takes the three axes and the zero point to others. */
const mapOf = (x: Vec3, y: Vec3, z: Vec3, to: Vec3): Map3 => [
  ...[x.x, y.x, z.x, to.x],
  ...[x.y, y.y, z.y, to.y],
  ...[x.z, y.z, z.z, to.z],
];

/** The unit circle, under what takes it to the two axes. */
function ellipseInSpace(entity: Entity): FreeContour {
  const major = pointOf(entity, 11);
  const ratio = numberOf(entity, 40, 1);
  const normal = extrusionOf(entity);
  const minor = scale3(cross3(normal, major), ratio / length3(normal));
  if (!(length3(major) > 0 && length3(minor) > 0))
    throw new RelayError('file-broken', 'an ellipse without an extent');
  const start = numberOf(entity, 41);
  const sweep = sweepTo(start, numberOf(entity, 42, TAU));
  return contourInto(
    {
      closed: sweep > TAU - 1e-9,
      segments: [{ kind: 'arc', centre: { x: 0, y: 0 }, radius: 1, start, sweep }],
    },
    mapOf(major, minor, normal, pointOf(entity, 10)),
  );
}

/** Vertices whose flag 16 is set are control points that the line does not touch. */
function polylineInSpace(entity: Entity): FreeContour {
  const points = entity.parts
    .filter((part) => (numberOf(part, 70) & 16) === 0)
    .map((part) => pointOf(part, 10));
  if (points.length < 2) throw new RelayError('file-broken', `a polyline of ${points.length} points`);
  const closed = (numberOf(entity, 70) & 1) !== 0;
  const ends = closed ? [...points.slice(1), points[0]] : points.slice(1);
  return { closed, segments: ends.map((b, i) => ({ kind: 'line', a: points[i], b })) };
}

function splineInSpace(entity: Entity): FreeContour {
  const closed = (numberOf(entity, 70) & 1) !== 0;
  if (textOf(entity, 10) !== undefined) return { closed, segments: splinePieces(splineOf(entity)) };
  const [x, y, z] = [11, 21, 31].map((code) => numbersOf(entity, code));
  return smoothInSpace(
    x.map((value, i) => ({ x: value, y: y[i] ?? 0, z: z[i] ?? 0 })),
    closed,
  );
}
