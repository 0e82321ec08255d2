import { RelayError } from '../error';
import { bracketedRoot } from '../math';

/** Strands of a rope: two at the least, and no more than this. */
export const LEAST_STRANDS = 2;
export const MOST_STRANDS = 36;

/** How the strands of a rope are laid: lengths in mm. */
export interface Lay {
  /** How many they are. */
  readonly strands: number;
  /** Along the rope for one turn of a strand. */
  readonly lay: number;
}

/**
 * How far apart the middles of neighbouring strands are where they are nearest, mm: of two helices of one radius and lay,
 * turned by 2π/m against each other. From a place of one, the square of the distance to a place of the other that is u
 * further round is 2 R² (1 − cos u) + c² (u − 2π/m)² with c = lay / 2π; its slope is concave from u = 0 on, where it
 * falls, to u = 2π/m, so that it is least at the one place between where the slope is zero.
 * @param radius of the circle through the middles of the strands, mm
 */
export function strandGap(radius: number, { strands, lay }: Lay): number {
  const apart = (2 * Math.PI) / strands;
  const rise = lay / (2 * Math.PI);
  const slope = (u: number): number => radius ** 2 * Math.sin(u) + rise ** 2 * (u - apart);
  const u = bracketedRoot(slope, 0, apart, 1e-15);
  return Math.sqrt(2 * radius ** 2 * (1 - Math.cos(u)) + rise ** 2 * (u - apart) ** 2);
}

/**
 * The least lay at which strands fit round anything: rolled out flat they lie side by side as densely as they can, m of
 * them in one lay.
 * @param radius of a strand, mm
 */
export const leastLay = (strands: number, radius: number): number => 2 * radius * strands;

/**
 * The radius of the circle through the middles of strands that touch their neighbours, mm: where the least distance of
 * their middles is twice their radius. It grows with the radius, so that there is one.
 * @param radius of a strand, mm
 * @throws RelayError rope-invalid
 */
export function contactRadius(radius: number, { strands, lay }: Lay): number {
  checkStrands(strands, radius);
  const least = leastLay(strands, radius);
  if (!(lay > least * (1 + 1e-9)))
    throw new RelayError(
      'rope-invalid',
      `A lay of ${lay} mm is too short for ${strands} strands of ${2 * radius} mm: laid side by side they take ${least} mm. Give a longer lay, fewer strands or thinner ones.`,
      { field: 'lay' },
    );
  const off = (at: number): number => strandGap(at, { strands, lay }) - 2 * radius;
  let most = radius / Math.sin(Math.PI / strands);
  while (off(most) < 0) most *= 2;
  return bracketedRoot(off, 0, most, most * 1e-15);
}

/**
 * The same for a lay angle: how steeply strands go round, measured from the axis of the rope. The shape is the same at
 * every size, so that it is found at a radius of one.
 * @param angle radians
 * @throws RelayError rope-invalid
 */
export function contactRadiusAt(radius: number, strands: number, angle: number): number {
  checkStrands(strands, radius);
  if (!(angle > 0 && angle < Math.PI / 2))
    throw new RelayError(
      'rope-invalid',
      `A lay angle of ${(angle * 180) / Math.PI}° is none: strands go round at more than 0° and less than 90° to the axis. Ropes are laid at some 10° to 35°.`,
      { field: 'angle' },
    );
  return (2 * radius) / strandGap(1, { strands, lay: layAt(1, angle) });
}

/** The lay of strands that go round a circle at an angle to the axis, mm. @param angle radians */
export const layAt = (radius: number, angle: number): number => (2 * Math.PI * radius) / Math.tan(angle);

/** At which angle to the axis strands go round a circle, radians. */
export const angleAt = (radius: number, lay: number): number => Math.atan2(2 * Math.PI * radius, lay);

/**
 * The radius of that circle by the handbook, mm: R = r sqrt(1 + tan²(π/2 − π/m) / sin² α), α from the plane across the
 * axis (Costello, Theory of Wire Rope). It takes what is cut across for ellipses, and lets strands cut into each other a
 * little.
 * @param radius of a strand, mm
 * @param angle of the lay to the axis, radians
 */
export const handbookRadius = (radius: number, strands: number, angle: number): number =>
  radius * Math.sqrt(1 + Math.tan(Math.PI / 2 - Math.PI / strands) ** 2 / Math.cos(angle) ** 2);

function checkStrands(strands: number, radius: number): void {
  if (!(Number.isInteger(strands) && strands >= LEAST_STRANDS && strands <= MOST_STRANDS))
    throw new RelayError(
      'rope-invalid',
      `A rope is laid of ${LEAST_STRANDS} to ${MOST_STRANDS} strands; it was given ${strands}.`,
      { field: 'strands' },
    );
  if (!(radius > 0 && Number.isFinite(radius)))
    throw new RelayError('rope-invalid', `A strand has a radius of more than 0 mm; it was given ${radius}.`, {
      field: 'radius',
    });
}
