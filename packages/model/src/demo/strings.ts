import { beadPieces, type JobPiece, type PieceOf } from '../families';
import type { Job } from '../job/schema';
import { frame, run } from './frame';

/** The string of beads over the fortune teller's door: three kinds of different lengths, one against the next. */
export function beadString(): Job {
  const bead = (
    id: string,
    name: string,
    form: PieceOf<'bead'>['form'],
    length: number,
    diameter: number,
    material: string,
    mass: number,
  ): JobPiece => ({
    ...beadPieces(length).pieces[0],
    id,
    name,
    form,
    length,
    diameter,
    finish: { material, line: true, picture: null },
    mass,
  });
  return {
    ...frame('Bead string'),
    wheels: [],
    paths: [
      {
        kind: 'hang',
        id: 'loop',
        name: 'Over the door',
        from: { x: 0, y: 0 },
        to: { x: 560, y: 0 },
        by: { by: 'length', length: 690 },
      },
    ],
    pieces: [
      bead('tear', 'Long bead', 'oval', 34, 16, 'glass', 9),
      bead('ball', 'Ball', 'ball', 18, 18, 'red', 7),
      bead('disc', 'Disc', 'disc', 8, 20, 'brass', 5),
    ],
    runs: [
      {
        ...run('Beads', ['tear', 'disc', 'ball', 'disc'], 1, 'path'),
        fit: { ...run('Beads', [], 1, 'path').fit, endToEnd: { gap: 1.5 } },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 0 }] },
  };
}
