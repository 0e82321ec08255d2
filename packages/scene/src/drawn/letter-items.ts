import { short } from '@coin-relay/model';
import { pieceFigure } from '../figures';
import { letteredPiece, lettersOf, type Letters } from '../lettering';
import {
  bendingPart,
  bentPoints,
  hullOf,
  isBentThere,
  isKeptWhole,
  pieceNumberAt,
  placeMatrix,
  placeOf,
} from '../placing';
import type { RowScene, ScenePiece } from '../placing';
import type { DrawnItem } from './item';

/** What is written on a row as items: each letter of its own, alike where the same is written alike. */
export class LetterItems {
  private readonly m = new Float64Array(6);

  /** Null where nothing is written. @param scene the row where it rests @param twin for its mirrored twin */
  static of(scene: RowScene, twin: boolean): LetterItems | null {
    const written = lettersOf(scene, twin);
    return written && new LetterItems(scene, written, twin);
  }

  private constructor(
    private readonly scene: RowScene,
    private readonly written: Letters,
    private readonly twin: boolean,
  ) {}

  /**
   * Those on link k.
   * @param id of its piece
   * @param offset of its row to the left of the path, mm
   * @param read where the exact path is read, for what bends
   */
  at(
    id: string,
    run: string,
    k: number,
    offset: number,
    read: ((s: number, out: Float64Array) => void) | undefined,
  ): DrawnItem[] {
    const { scene, written, m } = this;
    const i = placeOf(scene, k);
    const on = pieceNumberAt(scene, k);
    if (i < 0 || on < 0) return [];
    const piece = letteredPiece(scene.pieces[on]);
    const { boundary } = scene.setOut;
    const bends = piece.mode === 'bent';
    if (bends) {
      if (!isBentThere(scene, k, piece, offset)) return [];
    } else {
      placeMatrix(scene, k, piece, offset, m);
      const hull = (): Float64Array => hullOf(pieceFigure(piece.piece, piece.span));
      if (boundary?.how === 'whole' && !isKeptWhole(boundary, hull(), m)) return [];
    }
    const over = m[0] * m[3] - m[1] * m[2];
    return written.parts.flatMap((part, n): DrawnItem[] => {
      const number = part[i];
      if (number < 0) return [];
      const letter = written.letters[number];
      if (letter.seen === 0 || (!bends && over * letter.seen <= 0)) return [];
      const d = bends ? this.bent(letter.d, k, piece, offset, read) : letter.d;
      return [
        {
          ...{
            id: `${id}/letter-${n + 1}`,
            run,
            kind: 'letter',
            name: 'lettering',
            what: 'all',
            behind: false,
          },
          look: bends ? null : `letter-${number + 1}${this.twin ? '-twin' : ''}`,
          shapes: [{ d, fill: written.material, line: false }],
          map: bends ? null : [m[0], m[1], m[2], m[3], m[4], m[5]],
          ...{ cut: boundary?.how === 'cut' ? boundary : null, picture: null },
        },
      ];
    });
  }

  /** A letter on a piece that bends. */
  private bent(
    d: string,
    k: number,
    piece: ScenePiece,
    offset: number,
    read: ((s: number, out: Float64Array) => void) | undefined,
  ): string {
    const { scene } = this;
    const fine = bendingPart(d, scene, piece);
    const points = new Float64Array(fine.points.length);
    bentPoints(scene, k, piece, fine, offset, points, read);
    return ringData(points, fine.rings);
  }
}

/** Rings of points as path data. @param rings where each begins, and where the last one ends */
export function ringData(points: Float64Array, rings: readonly number[]): string {
  let d = '';
  for (let r = 0; r + 1 < rings.length; r++) {
    for (let p = rings[r]; p < rings[r + 1]; p++)
      d += `${p === rings[r] ? 'M' : 'L'}${short(points[2 * p])} ${short(points[2 * p + 1])}`;
    d += 'Z';
  }
  return d;
}
