import { pointsData, type OutlinePoint, type PieceOf } from '@coin-relay/model';

/** The piece with the points of one drawn outline changed. */
export function withPoints(
  piece: PieceOf<'own'>,
  part: number,
  change: (points: readonly OutlinePoint[]) => readonly OutlinePoint[],
): PieceOf<'own'> {
  return {
    ...piece,
    outline: piece.outline.map((known, i) => {
      if (i !== part || !known.points) return known;
      const points = [...change(known.points)];
      return { ...known, points, data: pointsData(points) };
    }),
  };
}
