import type { Vec3 } from './map3';

export const add3 = (a: Vec3, b: Vec3, times = 1): Vec3 => ({
  x: a.x + times * b.x,
  y: a.y + times * b.y,
  z: a.z + times * b.z,
});

export const sub3 = (a: Vec3, b: Vec3): Vec3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });

export const scale3 = (a: Vec3, by: number): Vec3 => ({ x: a.x * by, y: a.y * by, z: a.z * by });

export const dot3 = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;

export const cross3 = (a: Vec3, b: Vec3): Vec3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
});

export const length3 = (a: Vec3): number => Math.hypot(a.x, a.y, a.z);

/** The angle between two directions, radians in [0, π]; exact also where they are nearly one. */
export const angle3 = (a: Vec3, b: Vec3): number => Math.atan2(length3(cross3(a, b)), dot3(a, b));
