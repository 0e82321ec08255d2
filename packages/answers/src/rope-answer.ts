import {
  angleAt,
  contactRadius,
  contactRadiusAt,
  handbookRadius,
  layAt,
  layCandidates,
  RelayError,
  strandGap,
  strandGapInBend,
  type Hand,
  type LayCandidate,
} from '@coin-relay/core';

/** How a rope is asked for: lengths in mm. */
export interface RopeQuestion {
  readonly strands: number;
  /** Of a strand. */
  readonly radius: number;
  /** Along the rope for one turn; or the angle of the strands to the axis, degrees. */
  readonly lay?: number | undefined;
  readonly angle?: number | undefined;
  /** Radius of what the strands lie on; they lie on each other where nothing is said, or it is too thin. */
  readonly core?: number | undefined;
  /** Of a closed loop it is laid round: then the lays with which its strands meet are told. */
  readonly loop?: number | undefined;
  /** What the frame comes back turned by on that loop, degrees; nothing in the plane. */
  readonly turned?: number | undefined;
  readonly hand?: Hand | undefined;
  /** Radius of a bend of the middle of the rope, mm: then how near neighbours come there is told. */
  readonly bend?: number | undefined;
}

export interface RopeAnswer {
  /** Of the circle through the middles of the strands, mm; and by the handbook. */
  readonly radius: number;
  readonly handbookRadius: number;
  /** How far apart the middles of neighbours are where they are nearest, mm. */
  readonly least: number;
  /** mm; and the angle of the strands to the axis, degrees. */
  readonly lay: number;
  readonly angle: number;
  /** What the strands lie on. */
  readonly on: 'each other' | 'the core';
  readonly lays?: readonly LayCandidate[];
  /** How far apart the middles of neighbours are where they are nearest in the bend, mm; 0 where that is too tight. */
  readonly inBend?: number;
}

/** Lays about the one that is asked for that are told of. */
const TOLD = 5;

/**
 * A rope of equal strands that touch each other, or their core.
 * @throws RelayError rope-invalid, request-invalid
 */
export function ropeAnswer(asked: RopeQuestion): RopeAnswer {
  const { strands, radius: r, core = 0, loop, turned = 0, hand = 'right', bend } = asked;
  if ((asked.lay === undefined) === (asked.angle === undefined))
    throw new RelayError(
      'request-invalid',
      'Say how long one turn of the strands is along the rope (lay, mm), or at what angle to its axis they run (angle, degrees): one of them.',
      { field: 'lay' },
    );
  if (!(core >= 0))
    throw new RelayError('rope-invalid', `A core has a radius of 0 mm or more; it was given ${core}.`, {
      field: 'core',
    });
  if (bend !== undefined && !(bend > 0))
    throw new RelayError('rope-invalid', `A bend has a radius of more than 0 mm; it was given ${bend}.`, {
      field: 'bend',
    });
  const angleAsked = asked.angle === undefined ? null : (asked.angle * Math.PI) / 180;
  const touching =
    angleAsked === null
      ? contactRadius(r, { strands, lay: asked.lay ?? 0 })
      : contactRadiusAt(r, strands, angleAsked);
  const radius = Math.max(touching, core > 0 ? core + r : 0);
  const lay = angleAsked === null ? (asked.lay ?? 0) : layAt(radius, angleAsked);
  const angle = angleAt(radius, lay);
  return {
    radius,
    handbookRadius: handbookRadius(r, strands, angle),
    least: strandGap(radius, { strands, lay }),
    lay,
    angle: (angle * 180) / Math.PI,
    on: radius > touching ? 'the core' : 'each other',
    ...(bend === undefined ? {} : { inBend: strandGapInBend(radius, { strands, lay }, bend) }),
    ...(loop === undefined
      ? {}
      : {
          lays: layCandidates(strands, lay, hand, { length: loop, holonomy: (turned * Math.PI) / 180 }, TOLD),
        }),
  };
}
