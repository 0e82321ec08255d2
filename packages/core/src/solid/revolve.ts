import { RelayError } from '../error';
import { MeshBuilder, type Mesh } from './mesh';

/** Sides a turned solid has at the most. */
const MOST_SIDES = 720;
/** Nearer to its axis than this a profile is on it, mm. */
const ON_AXIS = 1e-9;

/**
 * Sides of a circle whose chords stray from it by no more than a tolerance, r (1 − cos(π / n)); a
 * multiple of four, so that it reaches as far as the circle along both axes.
 */
export function sidesOf(radius: number, tolerance: number): number {
  const bend = Math.acos(Math.max(-1, 1 - tolerance / Math.max(radius, 1e-12)));
  return Math.min(MOST_SIDES, 4 * Math.max(2, Math.ceil(Math.PI / bend / 4 - 1e-9)));
}

/**
 * A profile turned about the x axis.
 * @param profile x and distance from the axis in turn, mm, what is solid to its left: either closed and off the
 * axis, or from the axis round to the axis
 * @throws RelayError solid-invalid
 */
export function revolve(profile: readonly (readonly [x: number, r: number])[], sides: number): Mesh {
  const n = profile.length;
  const closed = profile.every(([, r]) => r > ON_AXIS);
  const ends = profile.filter(([, r]) => r <= ON_AXIS).length;
  if (n < 3 || (!closed && (ends !== 2 || profile[0][1] > ON_AXIS || profile[n - 1][1] > ON_AXIS))) {
    throw new RelayError(
      'solid-invalid',
      'A turned solid needs a profile that goes from its axis to its axis, or keeps off it.',
    );
  }
  const builder = new MeshBuilder();
  const circles = profile.map(([x, r]) =>
    r <= ON_AXIS
      ? [builder.vertex(x, 0, 0)]
      : Array.from({ length: sides }, (_, k) => {
          const a = (2 * Math.PI * k) / sides;
          return builder.vertex(x, r * Math.cos(a), r * Math.sin(a));
        }),
  );
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [here, there] = [circles[i], circles[(i + 1) % n]];
    for (let k = 0; k < sides; k++) {
      const l = (k + 1) % sides;
      if (here.length === 1) builder.triangle(here[0], there[k], there[l]);
      else if (there.length === 1) builder.triangle(here[k], there[0], here[l]);
      else builder.quad(here[k], there[k], there[l], here[l]);
    }
  }
  return builder.build();
}

/** A round bar along the x axis, its edges eased at 45°. */
export function bar(from: number, to: number, radius: number, tolerance: number, ease = 0): Mesh {
  const e = Math.min(ease, radius / 2, (to - from) / 3);
  const profile: [number, number][] =
    e > 0
      ? [
          [to, 0],
          [to, radius - e],
          [to - e, radius],
          [from + e, radius],
          [from, radius - e],
          [from, 0],
        ]
      : [
          [to, 0],
          [to, radius],
          [from, radius],
          [from, 0],
        ];
  return revolve(profile, sidesOf(radius, tolerance));
}

/** A round bar with a bore along the x axis, its outer edges eased. */
export function bushing(
  from: number,
  to: number,
  radius: number,
  bore: number,
  tolerance: number,
  ease = 0,
): Mesh {
  const e = Math.min(ease, (radius - bore) / 2, (to - from) / 3);
  const rim: [number, number][] =
    e > 0
      ? [
          [to, radius - e],
          [to - e, radius],
          [from + e, radius],
          [from, radius - e],
        ]
      : [
          [to, radius],
          [from, radius],
        ];
  return revolve([[to, bore], ...rim, [from, bore]], sidesOf(radius, tolerance));
}
