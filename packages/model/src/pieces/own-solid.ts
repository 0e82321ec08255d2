import { RelayError, type Map3 } from '@coin-relay/core';
import { placedSolid, solidBounds, type KeptSolid, type PieceOf } from '../families';
import { checkOutline, ownPiece } from './own';

type OwnPiece = PieceOf<'own'>;

/** The axes of a piece: along its way, up in the drawing, towards who looks. */
export type Axis = 'x' | 'y' | 'z';

/** A quarter turn about an axis, counter-clockwise seen from its end. */
export const QUARTER_TURNS: Readonly<Record<Axis, Map3>> = {
  x: [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0],
  y: [0, 0, 1, 0, 0, 1, 0, 0, -1, 0, 0, 0],
  z: [0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0],
};
/** Mirrored along its way: a left-hand one of a right-hand one. */
export const MIRRORED: Map3 = [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** A body of a piece before it is one of its outlines. */
export interface GivenSolid {
  readonly solid: KeptSolid;
  readonly material: string;
  /** Path data of what it covers in plan, in the axes of the piece. */
  readonly silhouette: string;
}

/** Bodies with the middle of the box round all of them at the origin. */
export function middled(solids: readonly KeptSolid[]): KeptSolid[] {
  const boxes = solids.map(solidBounds);
  const [x, y, z] = [0, 1, 2].map(
    (axis) =>
      -(Math.min(...boxes.map((box) => box[axis])) + Math.max(...boxes.map((box) => box[3 + axis]))) / 2,
  );
  return solids.map((solid) => placedSolid(solid, [1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, z]));
}

/**
 * A piece of bodies from a file; its outlines are their silhouettes, those that reach higher above the others.
 * @throws RelayError outline-invalid
 */
export const solidPiece = (
  id: string,
  name: string,
  source: string,
  given: readonly GivenSolid[],
): OwnPiece => ownPiece(id, name, source, outlinesOf(given));

/** Are all outlines of the piece silhouettes of bodies? Then it can be turned any way. */
export const isOfSolids = ({ outline }: OwnPiece): boolean =>
  outline.every(({ solid }) => solid !== undefined);

/** The bodies of a piece turned or mirrored about the middle between its pins; their silhouettes are to be made anew. */
export function turnedSolids({ outline, pins: { from, to } }: OwnPiece, map: Map3): KeptSolid[] {
  const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
  return outline.flatMap(({ solid }) => {
    if (!solid) return [];
    const there = placedSolid(solid, [1, 0, 0, -x, 0, 1, 0, -y, 0, 0, 1, 0]);
    return [placedSolid(placedSolid(there, map), [1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, 0])];
  });
}

/**
 * The piece with its bodies turned, or with others in their place: all that was set of it stays, its pins, its way, how
 * it sits and what it is made of.
 * @throws RelayError outline-invalid
 */
export function withSolids(piece: OwnPiece, given: readonly GivenSolid[], source = piece.source): OwnPiece {
  const outline = outlinesOf(given);
  checkOutline(outline);
  return { ...piece, source, outline };
}

function outlinesOf(given: readonly GivenSolid[]): OwnPiece['outline'] {
  if (given.length === 0) {
    throw new RelayError('outline-invalid', 'There is no body in it. Choose another file.', {
      field: 'outline',
    });
  }
  const highest = ({ solid }: GivenSolid): number => solidBounds(solid)[5];
  return [...given]
    .sort((a, b) => highest(a) - highest(b))
    .map(({ solid, material, silhouette }) => ({ data: silhouette, material, line: true, solid }));
}
