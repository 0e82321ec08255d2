import { behaviourOf, type Machine } from '@coin-relay/model';

/** What of a machine is not among its solids, a sentence each. @param moving whether they are to move */
export function leftOutOfSolids({ job, rows }: Machine, moving: boolean): string[] {
  return [
    ...[...rows.values()].flatMap(({ resolved: { run }, setOut }): string[] => {
      const bends = setOut.pieces.some((piece) => behaviourOf(piece) === 'bending');
      const files = setOut.pieces.some(
        (piece) => piece.family === 'own' && piece.outline.some(({ solid }) => solid),
      );
      const pictures = setOut.pieces.some(({ finish }) => finish?.picture);
      return [
        ...(files ? [`Bodies from files stand in “${run.name}” as plates of their outline.`] : []),
        ...(pictures ? [`Pictures on the pieces of “${run.name}” are not in it.`] : []),
        ...(moving && bends ? [`“${run.name}” is not in what moves: its pieces bend as they go.`] : []),
        ...(setOut.boundary?.how === 'cut'
          ? [`What the boundary cuts of “${run.name}” is whole in it.`]
          : []),
        ...(setOut.reach && !setOut.stand
          ? [`What reaches out of “${run.name}” is as long as it is made.`]
          : []),
      ];
    }),
    ...(moving && (job.ties ?? []).length > 0
      ? ['Springs and ropes are not in what moves: they change their shape.']
      : []),
  ];
}
