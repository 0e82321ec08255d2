import {
  aboutY,
  aboutZ,
  bar,
  easeFor,
  extrude,
  mapMesh,
  moved,
  revolve,
  ringsOf,
  sidesOf,
  type Mesh,
} from '@coin-relay/core/solid';

/** A drawn shape as thick as from one height to another, its edges eased. */
export function slab(d: string, low: number, high: number, tolerance: number, ease = 0): Mesh {
  return extrude(ringsOf(d, tolerance), low, high, easeFor(ease, tolerance));
}

/** A round pin across the row at (x, y), its ends eased. */
export function pinAt(
  x: number,
  y: number,
  low: number,
  high: number,
  radius: number,
  tolerance: number,
  ease = 0,
): Mesh {
  return moved(aboutZ(bar(low, high, radius, tolerance, easeFor(ease, tolerance))), x, y, 0);
}

/** A straight round rod from (ax, ay) to (bx, by) in the plane of the row. */
export function rod(ax: number, ay: number, bx: number, by: number, radius: number, tolerance: number): Mesh {
  const long = Math.hypot(bx - ax, by - ay);
  const [c, s] = [(bx - ax) / long, (by - ay) / long];
  return mapMesh(bar(0, long, radius, tolerance), [c, -s, 0, ax, s, c, 0, ay, 0, 0, 1, 0]);
}

/** Half an outline from top to bottom: height and distance from the upright axis. */
export type UprightProfile = readonly (readonly [y: number, r: number])[];

/** The right half of a drawn outline that is alike on both sides of x = middle. */
export function uprightProfile(d: string, middle: number, tolerance: number): UprightProfile {
  const [ring] = ringsOf(d, tolerance);
  const n = ring.length / 2;
  const at = (i: number): [number, number] => [ring[2 * (i % n)] - middle, ring[2 * (i % n) + 1]];
  const near = 1e-6;
  // Counter-clockwise, the right half runs upward: it begins where the outline comes over from the left.
  const first =
    Array.from({ length: n }, (_, i) => i).find((i) => at(i)[0] > near && at(i + n - 1)[0] <= near) ?? 0;
  const half: [number, number][] = [];
  for (let i = first; at(i)[0] > near && half.length < n; i++) half.push([at(i)[1], at(i)[0]]);
  const onAxis = (inside: number, outside: number): number => {
    const [[xi, yi], [xo, yo]] = [at(inside), at(outside)];
    return xi - xo < near ? yi : yi + ((yo - yi) * xi) / (xi - xo);
  };
  const low = onAxis(first, first + n - 1);
  const high = onAxis(first + half.length - 1, first + half.length);
  return [[high, 0], ...half.reverse(), [low, 0]];
}

/** How far a profile is from its axis at a height; 0 beyond its ends. */
export function radiusAt(profile: UprightProfile, y: number): number {
  for (let i = 0; i + 1 < profile.length; i++) {
    const [[y0, r0], [y1, r1]] = [profile[i], profile[i + 1]];
    if (y <= y0 && y >= y1 && y0 > y1) return r0 + ((r1 - r0) * (y0 - y)) / (y0 - y1);
  }
  return 0;
}

/** A profile turned about the upright axis at x = middle. */
export function upright(profile: UprightProfile, middle: number, tolerance: number): Mesh {
  const widest = Math.max(...profile.map(([, r]) => r));
  return moved(aboutY(revolve(profile, sidesOf(widest, tolerance))), middle, 0, 0);
}

/** A drawn outline that is alike on both sides of x = middle, turned about that axis. */
export const turned = (d: string, middle: number, tolerance: number): Mesh =>
  upright(uprightProfile(d, middle, tolerance), middle, tolerance);

/** A quarter of a circle as points from angle to angle, both ends with it: (x, r) about a middle. */
export function arcPoints(
  x: number,
  r: number,
  radius: number,
  from: number,
  to: number,
  tolerance: number,
): [number, number][] {
  const n = Math.max(1, Math.ceil((Math.abs(to - from) / (2 * Math.PI)) * sidesOf(radius, tolerance)));
  return Array.from({ length: n + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / n;
    return [x + radius * Math.cos(a), r + radius * Math.sin(a)];
  });
}

/** A round body along the row with rounded rims, bored through where it has a bore. */
export function roundedBar(
  from: number,
  to: number,
  radius: number,
  rim: number,
  bore: number,
  tolerance: number,
): Mesh {
  const k = Math.min(rim, (to - from) / 2, radius - bore);
  const outer =
    k > 0
      ? [
          ...arcPoints(to - k, radius - k, k, 0, Math.PI / 2, tolerance),
          ...arcPoints(from + k, radius - k, k, Math.PI / 2, Math.PI, tolerance),
        ]
      : ([
          [to, radius],
          [from, radius],
        ] as [number, number][]);
  const inner: [number, number][] = [
    [from, bore],
    [to, bore],
  ];
  const profile = distinct(bore > 0 ? [...outer, ...inner] : [[to, 0], ...outer, [from, 0]], bore > 0);
  return revolve(profile, sidesOf(radius, tolerance));
}

/** Points that are not the one before them again. */
export function distinct(
  points: readonly (readonly [number, number])[],
  closed: boolean,
): [number, number][] {
  const near = 1e-9;
  const out: [number, number][] = [];
  for (const [x, r] of points) {
    const last = out.at(-1);
    if (!last || Math.hypot(x - last[0], r - last[1]) > near) out.push([x, Math.abs(r) < near ? 0 : r]);
  }
  const [first, last] = [out[0], out[out.length - 1]];
  if (closed && Math.hypot(first[0] - last[0], first[1] - last[1]) <= near) out.pop();
  return out;
}
