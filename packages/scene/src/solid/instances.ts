import { isOnPath } from '@coin-relay/core';
import { elongationMatrix } from '../placing/elongation';
import { elongationAt, placeFlat, type Matrix } from '../placing/placement-matrix';
import { placeInSpace, seenInPlan } from '../placing/space-placement';
import { rowCopies } from '../placing/copies';
import { pieceNumberAt, placeOf, type RowScene, type ScenePiece } from '../placing/scene';
import { pieceFigure, wireShapes } from '../figures';
import { BoundaryKeeps } from './boundary-keeps';
import { MATRIX_NUMBERS, type SolidGroup, type Stretch } from './solid-group';
import { stiffRow, type StiffRow } from './stiff-row';

/** Where the solids of a row stand, written anew for each frame into the same arrays. */
export class RowInstances {
  readonly groups: readonly SolidGroup[];
  /** By piece and shape of its wire. */
  private readonly byPiece: readonly (readonly (SolidGroup | undefined)[])[];
  private readonly copies: readonly number[];
  private readonly m: Matrix = new Float64Array(6);
  private readonly keeps: BoundaryKeeps;
  private readonly stiff: StiffRow | null;

  constructor(readonly scene: RowScene) {
    this.copies = rowCopies(scene.setOut.setOut.rows);
    this.stiff = stiffRow(scene);
    this.keeps = new BoundaryKeeps(scene);
    // Any link may become any place's piece as the row travels: places are counted, and what lies beyond them.
    const needed = new Map<number, number>();
    const { table } = scene.setOut;
    const most = scene.frame.links;
    for (let i = 0; i < table.count; i++) {
      if (table.leftOut[i] === 1) continue;
      const key = keyOf(table.piece[i], this.wireOf(table.piece[i], i));
      needed.set(key, Math.min(most, (needed.get(key) ?? 0) + 1));
    }
    for (const number of table.beyond) needed.set(keyOf(number, 0), most);
    const made = [...needed].map(([key, many]): SolidGroup => {
      const room = many * this.copies.length;
      return {
        number: Math.floor(key / WIRES),
        wire: key % WIRES,
        matrices: new Float32Array(room * MATRIX_NUMBERS),
        stretched:
          scene.setOut.reach && !scene.stand
            ? {
                stem: new Float32Array(room * MATRIX_NUMBERS),
                end: new Float32Array(room * MATRIX_NUMBERS),
              }
            : null,
        finishes: new Int32Array(room),
        places: new Int32Array(room),
        near: new Float32Array(room),
        count: 0,
      };
    });
    this.groups = made;
    this.byPiece = scene.pieces.map((_, number) => {
      const shapes: SolidGroup[] = [];
      for (const group of made) if (group.number === number) shapes[group.wire] = group;
      return shapes;
    });
  }

  /**
   * Writes where everything stands as the scene is now. Bending pieces have no such map, and are left out.
   * @param z how far the row stands in front of the plane of the job, mm
   */
  place(z: number): void {
    const { scene, m } = this;
    const { frame, fit } = scene;
    const { stand } = scene;
    const { table } = scene.setOut;
    const { space } = scene.room;
    // What leaves the plane by itself stands where its path has it.
    const flat = frame.rise.length === 0;
    for (const group of this.groups) group.count = 0;
    if (this.stiff) {
      this.stiff.place(this.copies, flat ? z : 0, this.byPiece);
      return;
    }
    for (const row of this.copies) {
      for (let k = 0; k < frame.links; k++) {
        if (!isOnPath(fit.row, frame, k)) continue;
        const number = pieceNumberAt(scene, k);
        if (number < 0 || scene.pieces[number].mode === 'bent') continue;
        const i = placeOf(scene, k);
        const shapes = this.byPiece[number];
        const group = shapes[i >= 0 && shapes.length > 1 ? table.wire[i] : 0];
        if (!group || (group.count + 1) * MATRIX_NUMBERS > group.matrices.length) continue;
        if (stand) {
          placeInSpace(scene, stand, k, scene.pieces[number], row, space);
          seenInPlan(space, m);
        } else placeFlat(scene, k, scene.pieces[number], row, m);
        const kept = this.keeps.of(number, m, group.stretched !== null);
        if (kept === 'gone') continue;
        group.near[group.count] = kept === 'near' ? 1 : 0;
        if (stand) write(space, flat ? z : 0, group.matrices, group.count * MATRIX_NUMBERS);
        else intoSpace(m, z, group.matrices, group.count * MATRIX_NUMBERS);
        if (group.stretched) this.stretch(group, k, scene.pieces[number]);
        group.finishes[group.count] = i >= 0 ? table.finish[i] : -1;
        group.places[group.count] = i;
        group.count++;
      }
    }
  }

  /** Writes where the parts of a copy are that is stretched: longer in the plane of the row, as thick as it was in depth. */
  private stretch({ stretched, matrices, count }: SolidGroup, k: number, piece: ScenePiece): void {
    const { scene, m } = this;
    const factor = elongationAt(scene, k, piece);
    const figure = pieceFigure(piece.piece, piece.span);
    const at = count * MATRIX_NUMBERS;
    const [z, depth] = [matrices[at + 14], matrices[at + 10]];
    const write = (elongates: Stretch | undefined, out: Float32Array): void => {
      const part = { d: '', fill: null, line: false, ...(elongates ? { elongates } : {}) };
      intoSpace(elongationMatrix(scene, piece, part, figure, factor, m), z, out, at);
      out[at + 10] = depth;
    };
    write('stem', stretched?.stem ?? matrices);
    write('end', stretched?.end ?? matrices);
    write(undefined, matrices);
  }

  private wireOf(number: number, i: number): number {
    const { pieces, setOut } = this.scene;
    return wireShapes(pieces[number].piece) > 1 ? setOut.table.wire[i] : 0;
  }
}

/** A place in space as a matrix, moved along z. */
function write(space: Float64Array, z: number, out: Float32Array, at: number): void {
  out[at] = space[0];
  out[at + 1] = space[1];
  out[at + 2] = space[2];
  out[at + 3] = 0;
  out[at + 4] = space[3];
  out[at + 5] = space[4];
  out[at + 6] = space[5];
  out[at + 7] = 0;
  out[at + 8] = space[6];
  out[at + 9] = space[7];
  out[at + 10] = space[8];
  out[at + 11] = 0;
  out[at + 12] = space[9];
  out[at + 13] = space[10];
  out[at + 14] = space[11] + z;
  out[at + 15] = 1;
}

/** More shapes of a wire than there are. */
const WIRES = 256;
const keyOf = (number: number, wire: number): number => number * WIRES + wire;

/**
 * A map of the plane as one of space that keeps the outside of a solid outside: what is mirrored in plan is turned
 * over about the length of the piece instead, and what is thicker across is as much thicker in depth.
 * @param m x' = a x + c y + e, y' = b x + d y + f, as a, b, c, d, e, f
 */
export function intoSpace(m: ArrayLike<number>, z: number, out: Float32Array, at: number): void {
  const [a, b, c, d] = [m[0], m[1], m[2], m[3]];
  // Not `hypot`, which costs as much as all the rest.
  const depth = Math.sqrt(c * c + d * d) * (a * d - b * c < 0 ? -1 : 1);
  out[at] = a;
  out[at + 1] = b;
  out[at + 2] = 0;
  out[at + 3] = 0;
  out[at + 4] = c;
  out[at + 5] = d;
  out[at + 6] = 0;
  out[at + 7] = 0;
  out[at + 8] = 0;
  out[at + 9] = 0;
  out[at + 10] = depth;
  out[at + 11] = 0;
  out[at + 12] = m[4];
  out[at + 13] = m[5];
  out[at + 14] = z;
  out[at + 15] = 1;
}
