import {
  bendingPart,
  colourOf,
  isBentThere,
  letteredPiece,
  lettersOf,
  placeOf,
  type Letter,
  type Letters,
  type RowScene,
  type ScenePiece,
} from '@coin-relay/scene';
import { newOutline, type Brush } from './brush';
import { place, type Map6 } from './map6';
import { paintBent } from './paint-bent';
import type { PaintPart } from './piece-looks';

/** Paints what is written on the pieces of a row. What that is is worked out, and made, once it is painted. */
export class LetterPainter {
  private readonly made: (Pick<PaintPart, 'path' | 'fill' | 'line' | 'fine'> | undefined)[] = [];
  private written: Letters | null = null;

  /** @param atRest the row where it rests @param twin for its mirrored twin */
  constructor(
    private readonly scene: RowScene,
    private readonly atRest: () => RowScene,
    private readonly twin: boolean,
  ) {}

  /**
   * Paints what is written on link k.
   * @param m the map of its piece; of one that bends not asked for
   * @param row offset to the left of the path, mm
   */
  paint(
    ctx: Brush,
    base: Map6,
    pixel: number,
    k: number,
    piece: ScenePiece,
    m: Float64Array,
    row: number,
  ): void {
    const i = placeOf(this.scene, k);
    const written = (this.written ??= lettersOf(this.atRest(), this.twin));
    if (i < 0 || !written) return;
    const on = letteredPiece(piece);
    const bends = on.mode === 'bent';
    if (!bends) place(ctx, base, m);
    else if (!isBentThere(this.scene, k, on, row)) return;
    for (const part of written.parts) {
      const number = part[i];
      if (number < 0) continue;
      const letter = written.letters[number];
      if (letter.seen === 0) continue;
      const look = (this.made[number] ??= this.lookOf(letter, on, written.material));
      if (bends) paintBent(ctx, base, pixel, this.scene, k, on, row, [look], letter.seen);
      else if ((m[0] * m[3] - m[1] * m[2]) * letter.seen > 0) {
        ctx.fillStyle = look.fill;
        ctx.fill(look.path, 'evenodd');
      }
    }
  }

  private lookOf(
    { d }: Letter,
    piece: ScenePiece,
    material: string,
  ): Pick<PaintPart, 'path' | 'fill' | 'line' | 'fine'> {
    return {
      ...{ path: newOutline(d), fill: colourOf(this.scene.setOut.materials, material), line: false },
      fine: piece.mode === 'bent' ? bendingPart(d, this.scene, piece) : null,
    };
  }
}
