import type { Machine } from '@coin-relay/model';

/** What of a machine is not among its solids, a sentence each. @param pictures whether those on pieces are in it */
export function leftOutOfSolids({ rows }: Machine, pictures: boolean): string[] {
  return [...rows.values()].flatMap(({ resolved: { run }, setOut }): string[] => {
    const pictured = !pictures && setOut.pieces.some(({ finish }) => finish?.picture);
    return [
      ...(pictured ? [`Pictures on the pieces of “${run.name}” are not in it.`] : []),
      ...(setOut.boundary?.how === 'cut' ? [`What the boundary cuts of “${run.name}” is whole in it.`] : []),
      ...(setOut.reach && !setOut.stand
        ? [`What reaches out of “${run.name}” is as long as it is made.`]
        : []),
    ];
  });
}
