import { mm, RelayError } from '../error';
import type { Vec } from '../math';

/** A crank, a rod, and the line that the rod's other end slides on. */
export interface SliderCrank {
  /** Centre of the crank's turning, mm. */
  readonly centre: Vec;
  /** From the centre to the crank pin, mm. */
  readonly radius: number;
  /** From the crank pin to the slider, mm. */
  readonly rod: number;
  /** A point of the slide's line, and its direction, radians. */
  readonly line: Vec;
  readonly direction: number;
  /** On which side of the crank the slider is: +1 the way the line's direction points. */
  readonly side: 1 | -1;
}

/** How far the slide's line passes the crank's centre by, mm, signed: positive where the centre is left of it. */
export function slideOffset({ centre, line, direction }: SliderCrank): number {
  const c = Math.cos(direction);
  const s = Math.sin(direction);
  return c * (centre.y - line.y) - s * (centre.x - line.x);
}

/** The shortest rod with which the crank can turn all the way round, mm. */
export const leastRod = (crank: SliderCrank): number => crank.radius + Math.abs(slideOffset(crank));

/** @throws RelayError rod-too-short */
export function checkSliderCrank(crank: SliderCrank, name: string): void {
  const least = leastRod(crank);
  if (crank.rod < least * (1 - 1e-12)) {
    throw new RelayError(
      'rod-too-short',
      `“${name}”: a rod of ${mm(crank.rod)} is too short. The crank reaches ${mm(crank.radius)} and its line passes the centre by ${mm(Math.abs(slideOffset(crank)))}, so it needs at least ${mm(least)}.`,
      { field: 'rod' },
    );
  }
}

/**
 * Where the slider is, exactly: x = r cos θ + side · sqrt(l² − (r sin θ + e)²) along the line from
 * the foot of the centre on it, θ from the line's direction, e the offset (any text on the theory
 * of machines; for e = 0 the well-known x = r cos θ + sqrt(l² − r² sin² θ)).
 * @param angle of the crank, radians
 */
export function sliderAt(crank: SliderCrank, angle: number): Vec {
  const { centre, radius, rod, line, direction, side } = crank;
  const c = Math.cos(direction);
  const s = Math.sin(direction);
  const theta = angle - direction;
  const across = radius * Math.sin(theta) + slideOffset(crank);
  const x = radius * Math.cos(theta) + side * Math.sqrt(Math.max(0, rod * rod - across * across));
  const foot = c * (centre.x - line.x) + s * (centre.y - line.y);
  return { x: line.x + c * (foot + x), y: line.y + s * (foot + x) };
}

/** The crank pin. */
export const crankPin = ({ centre, radius }: Pick<SliderCrank, 'centre' | 'radius'>, angle: number): Vec => ({
  x: centre.x + radius * Math.cos(angle),
  y: centre.y + radius * Math.sin(angle),
});
