import type { Figure } from '@coin-relay/model';
import { finishedFigure, wireShapes } from '../figures';
import { placeOf, type RowScene, type ScenePiece } from '../placing';

/** How a piece looks in one finish and one shape of its wire. */
export interface FigureLook {
  /** Tells the looks of a row apart: its piece, and its finish and wire where it has some. */
  readonly id: string;
  readonly figure: Figure;
  readonly piece: ScenePiece;
  /** The material its main part is finished with; null for what it is made of. */
  readonly material: string | null;
}

/** The looks of the pieces of a row, each made when it is first asked for. */
export class FigureLooks {
  private readonly made = new Map<string, FigureLook>();

  constructor(private readonly scene: RowScene) {}

  /** How the piece at link k looks. */
  at(k: number, piece: ScenePiece): FigureLook {
    const { table, materials } = this.scene.setOut;
    const i = placeOf(this.scene, k);
    const finish = i >= 0 ? table.finish[i] : -1;
    const wire = i >= 0 && wireShapes(piece.piece) > 1 ? table.wire[i] : 0;
    const id = `${piece.piece.id}${finish >= 0 ? `-${materials[finish].id}` : ''}${wire > 0 ? `-w${wire}` : ''}`;
    let look = this.made.get(id);
    if (!look) {
      const figure = finishedFigure(piece.piece, piece.span, materials, finish, wire);
      const material = finish >= 0 ? materials[finish].id : (piece.piece.finish?.material ?? null);
      this.made.set(id, (look = { id, figure, piece, material }));
    }
    return look;
  }
}
