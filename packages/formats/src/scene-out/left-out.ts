import { bandOf, behaviourOf, type Machine } from '@coin-relay/model';

/** What of a machine is not among its solids, a sentence each. @param pictures which of those on pieces are in it */
export function leftOutOfSolids({ rows }: Machine, pictures: 'none' | 'on stiff pieces'): string[] {
  return [...rows.values()].flatMap(({ resolved: { run }, setOut }): string[] => {
    const pictured = setOut.pieces.some(
      (piece) =>
        piece.finish?.picture &&
        (pictures === 'none' || (behaviourOf(piece) === 'bending' && !bandOf(piece))),
    );
    return [
      ...(pictured ? [`Pictures on the pieces of “${run.name}” are not in it.`] : []),
      ...(setOut.boundary?.how === 'cut' ? [`What the boundary cuts of “${run.name}” is whole in it.`] : []),
      ...(setOut.reach && !setOut.stand
        ? [`What reaches out of “${run.name}” is as long as it is made.`]
        : []),
    ];
  });
}
