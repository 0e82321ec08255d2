import { beadPieces, ropePieces, type JobPiece, type PieceOf } from '../families';
import type { Job, Wheel } from '../job/schema';
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

/** The rope of the puppet theatre’s curtain: three strands, round a capstan with a crank and three blocks. */
export function curtainRope(): Job {
  const { pieces, sequence } = ropePieces(3, 7, 3.4);
  const block = (id: string, name: string, x: number, y: number, radius: number): Wheel => ({
    ...{ id, name, x, y, size: { by: 'radius', radius } },
  });
  return {
    ...frame('Curtain rope'),
    wheels: [
      block('capstan', 'capstan', 0, 0, 62),
      block('floor', 'floor block', 520, -18, 34),
      block('right', 'right head block', 520, 330, 34),
      block('left', 'left head block', 0, 330, 34),
    ],
    paths: [
      {
        kind: 'route',
        id: 'loop',
        name: 'Round capstan and blocks',
        closed: true,
        stops: [
          { wheel: 'capstan', turn: 'ccw', wraps: { turns: 3, rise: 15.7 } },
          ...['floor', 'right', 'left'].map((wheel) => ({ wheel, turn: 'ccw' as const })),
        ],
      },
    ],
    pieces: pieces.map((piece) => ({ ...piece, name: 'Three-strand rope' })),
    runs: [run('Rope', sequence, 1, 'path')],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 12, turning: 3 }] },
  };
}
