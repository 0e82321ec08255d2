import { pieceFigure } from '../figures';
import { hullOf } from '../placing/box';
import { isKeptWhole, sideOfBoundary } from '../placing/keep';
import type { Matrix } from '../placing/placement-matrix';
import { outlinedBy, type RowScene } from '../placing/scene';

/** What a boundary leaves of the pieces of a row, by their outlines as drawn. */
export class BoundaryKeeps {
  private readonly hulls: Float64Array[] = [];

  constructor(private readonly scene: RowScene) {}

  /**
   * Whether a piece stays, may be cut, or is gone.
   * @param number which piece of the scene
   * @param m its map in plan
   * @param stretched it reaches further than its outline
   */
  of(number: number, m: Matrix, stretched: boolean): 'kept' | 'near' | 'gone' {
    const { boundary } = this.scene.setOut;
    if (!boundary) return 'kept';
    if (boundary.how === 'whole') return isKeptWhole(boundary, this.hullOf(number), m) ? 'kept' : 'gone';
    return stretched ? 'near' : sideOfBoundary(boundary, this.hullOf(number), m);
  }

  private hullOf(number: number): Float64Array {
    const { piece, span } = outlinedBy(this.scene, number);
    return (this.hulls[number] ??= hullOf(pieceFigure(piece, span)));
  }
}
