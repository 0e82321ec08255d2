import { cross3, dot3, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';
import { GRAVITY, type RollStation, type UpRule } from './up-rule';

/** Looks over the length that a lean is taken from. */
const LOOKS = 16;
/** That length at the least, as a part of the path. */
const LEAST_EASE = 1e-6;

/** How far pieces lean to the left along a path, radians, by arc length. */
export function leanOf(
  path: MeasuredPath,
  rule: Extract<UpRule, { by: 'bank' | 'speed' }>,
): (s: number) => number {
  return rule.by === 'bank' ? leanByStations(path, rule.stations) : leanBySpeed(path, rule);
}

function leanByStations(
  { length, closed }: MeasuredPath,
  stations: readonly RollStation[],
): (s: number) => number {
  if (stations.length === 0) return () => 0;
  const sorted = [...stations].sort((a, b) => a.s - b.s);
  const [first] = sorted;
  const last = sorted[sorted.length - 1];
  const all = closed
    ? [{ ...last, s: last.s - length }, ...sorted, { ...first, s: first.s + length }]
    : sorted;
  return (s) => {
    const next = all.findIndex((station) => station.s > s);
    if (next === 0) return all[0].roll;
    if (next < 0) return all[all.length - 1].roll;
    const [a, b] = [all[next - 1], all[next]];
    return a.roll + ((b.roll - a.roll) * (s - a.s)) / (b.s - a.s);
  };
}

/**
 * tan(lean) = v² κ / g, with the curvature κ of the path as seen from above: the mean of it over a length, which is how
 * much the way turns there by how far it goes.
 */
function leanBySpeed(
  path: MeasuredPath,
  { vertical, speed, ease }: Extract<UpRule, { by: 'speed' }>,
): (s: number) => number {
  const read = pathReader(path);
  const out = newReading();
  const { length, closed } = path;
  const across = Math.min(length, Math.max(ease, length * LEAST_EASE));
  const levelAt = (s: number): Vec3 => {
    read(closed ? s : Math.max(0, Math.min(length, s)), out);
    const way = { x: out[2], y: out[3], z: out[6] };
    const up = dot3(way, vertical);
    return { x: way.x - up * vertical.x, y: way.y - up * vertical.y, z: way.z - up * vertical.z };
  };
  return (s) => {
    const begin = closed ? s - across / 2 : Math.max(0, Math.min(length - across, s - across / 2));
    let before = levelAt(begin);
    let [turn, gone] = [0, 0];
    for (let i = 1; i <= LOOKS; i++) {
      const way = levelAt(begin + (across * i) / LOOKS);
      turn += Math.atan2(dot3(cross3(before, way), vertical), dot3(before, way));
      gone += (across / LOOKS) * Math.sqrt((dot3(before, before) + dot3(way, way)) / 2);
      before = way;
    }
    return gone > 0 ? Math.atan((speed * speed * turn) / (gone * GRAVITY)) : 0;
  };
}
