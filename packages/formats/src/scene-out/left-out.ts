import { isBand, travelOf, type Machine } from '@coin-relay/model';

/** Which pictures on pieces are in a file: none; all of them; all of them in a file in which their rows travel. */
export type PicturesIn = 'none' | 'still' | 'moving';

/** What of a machine is not among its solids, a sentence each. */
export function leftOutOfSolids(machine: Machine, pictures: PicturesIn): string[] {
  return [...machine.rows.values()].flatMap(({ resolved: { run }, setOut }): string[] => {
    const pictured = setOut.pieces.filter(({ finish }) => finish?.picture);
    const stays = pictures === 'moving' && pictured.some(isBand) && travels(machine, run.id);
    return [
      ...(pictures === 'none' && pictured.length > 0
        ? [`Pictures on the pieces of “${run.name}” are not in it.`]
        : []),
      ...(stays ? [`The picture along “${run.name}” stays where it is in the first frame.`] : []),
      ...(setOut.boundary?.how === 'cut' ? [`What the boundary cuts of “${run.name}” is whole in it.`] : []),
      ...(setOut.reach && !setOut.stand
        ? [`What reaches out of “${run.name}” is as long as it is made.`]
        : []),
    ];
  });
}

const travels = (machine: Machine, run: string): boolean =>
  Array.from({ length: machine.frames + 1 }, (_, frame) => travelOf(machine, run, frame)).some(
    (travel, _, [first]) => travel !== first,
  );
