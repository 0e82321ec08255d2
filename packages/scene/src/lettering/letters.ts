import { mapContour, parsePathData, writePathData, type Affine } from '@coin-relay/core';
import { laySigns, textAt, type LaidSigns, type ResolvedLettering } from '@coin-relay/model';
import { bentPoints } from '../placing/bent';
import type { Box } from '../placing/box';
import { twinMatrix } from '../placing/copies';
import { placeMatrix } from '../placing/placement-matrix';
import { pieceNumberAt, type RowScene, type ScenePiece } from '../placing/scene';
import { letteredBox, letteredPiece } from './lettered-box';

/** A part of what is written, as it lies on one kind of piece. */
export interface Letter {
  /** The number of the piece it lies on. */
  readonly on: number;
  /** Its outline in the axes of that piece, mm. */
  readonly d: string;
  /** The box of all that is written there, in the same axes, mm. */
  readonly box: Box;
  /**
   * Where the map of its piece turns the drawing over as this says, it is seen from in front; elsewhere it is hidden.
   * 0: it is on a side of its piece, and its y goes up.
   */
  readonly seen: 1 | -1 | 0;
  /** The side of its piece it stands out of, along z of the axes of that; of what is on a side, along y. */
  readonly out: 1 | -1;
}

/** What is written on a row. */
export interface Letters {
  readonly material: string;
  readonly letters: readonly Letter[];
  /** For each part of a text the letter on each place, by its number; −1: none. */
  readonly parts: readonly Int32Array[];
}

/** What of a piece is written on: what is seen from the front or from behind, or of its sides. */
export type Face = Exclude<ResolvedLettering['sides'], 'both'>;

/** What is written, on what. */
interface Writing {
  readonly scene: RowScene;
  readonly lettering: ResolvedLettering;
  /** On the mirrored twin of the row. */
  readonly twin: boolean;
}

/** Where a text lies on a piece, and how it reads. */
interface Lie {
  readonly face: Face;
  /** The side of the path its inside lies on, in the drawing: what is drawn on it is turned over below zero. */
  readonly side: 1 | -1;
  /** Is it turned by half a turn? */
  readonly over: boolean;
}

/** What stands upright to within this reads neither forwards nor backwards, of its length. */
const UPRIGHT = 1e-9;

/**
 * What is written on the pieces of a row, which has to stand where it rests. As text lies on a drawing, none of it is
 * mirrored, whatever its piece is; what would stand on its head is turned by half a turn where that is asked for.
 * @param twin for the mirrored twin of the row
 */
export function lettersOf(scene: RowScene, twin = false): Letters | null {
  const { lettering, table } = scene.setOut;
  if (!lettering) return null;
  const letters: Letter[] = [];
  const known = new Map<string, number>();
  const parts: Int32Array[] = [];
  const { firstLink, links } = scene.frame;
  const writing: Writing = { scene, lettering, twin };
  const faces: readonly Face[] = lettering.sides === 'both' ? ['front', 'back'] : [lettering.sides];
  for (let i = 0; i < table.count; i++) {
    const k = i - firstLink;
    const on = k >= 0 && k < links ? pieceNumberAt(scene, k) : -1;
    if (on < 0) continue;
    const laid = laySigns(textAt(lettering, i), lettering.outlines);
    let part = 0;
    for (const face of laid.parts.length > 0 ? faces : []) {
      const lie = lieOf(writing, k, scene.pieces[on], face);
      for (const { signs, x } of laid.parts) {
        const key = `${signs} ${x.toFixed(6)} ${on} ${face} ${lie.side} ${lie.over ? 'over' : ''}`;
        let number = known.get(key);
        if (number === undefined) {
          number = letters.length;
          known.set(key, number);
          letters.push(letter(writing, on, lie, { signs, x }, laid.width));
        }
        const at = (parts[part++] ??= new Int32Array(table.count).fill(-1));
        at[i] = number;
      }
    }
  }
  return { material: lettering.material, letters, parts };
}

/** Where a text would lie on link k, as its row stands now. */
function lieOf(writing: Writing, k: number, base: ScenePiece, face: Face): Lie {
  const { scene, lettering, twin } = writing;
  const piece = letteredPiece(base);
  const m = piece.mode === 'bent' ? bentMap(scene, k, piece) : new Float64Array(6);
  let side = (piece.setting.flip ? -scene.side : scene.side) as 1 | -1;
  if (piece.mode !== 'bent') {
    placeMatrix(scene, k, piece, 0, m);
    const { own } = scene.room;
    side = own[0] * own[3] - own[1] * own[2] < 0 ? -1 : 1;
  }
  const lie = { face, side, over: false };
  if (!lettering.upright) return lie;
  const [a, b, c, d] = shown(writing, lie);
  if (isSide(face)) {
    // The twin of a row in its plane is turned over, and what was up on it is down.
    const turned = twin && !scene.setOut.stand;
    // Who reads a drawing that stands upright looks from before it: what is before is down on what lies on top.
    const high = (turned ? -side : side) * (lettering.lies ? 1 : -1);
    return { ...lie, over: (Math.abs(d) > 0.5 ? d : b) * high < 0 };
  }
  // The way it reads, in the drawing.
  const { twin: mirror } = scene.setOut.setOut;
  const t = twin && mirror ? twinMatrix(mirror) : AS_IT_IS;
  const [x, y] = [m[0] * a + m[2] * b, m[1] * a + m[3] * b];
  const right = (t[0] * x + t[2] * y) * (face === 'back' ? -1 : 1);
  const up = t[1] * x + t[3] * y;
  const over = Math.abs(right) > UPRIGHT * Math.hypot(a, b, c, d, x, y) ? right < 0 : up < 0;
  return { ...lie, over };
}

const AS_IT_IS: Affine = [1, 0, 0, 1, 0, 0];

/** How steps along and across a piece that bends are seen at its middle. */
function bentMap(scene: RowScene, k: number, piece: ScenePiece): Float64Array {
  const step = piece.span / 100;
  const { middle } = piece;
  const points = Float64Array.of(middle - step, 0, middle + step, 0, middle, -step, middle, step);
  const out = new Float64Array(8);
  bentPoints(scene, k, piece, { points, rings: [] }, 0, out);
  const by = 1 / (2 * step);
  return Float64Array.of(
    ...[(out[2] - out[0]) * by, (out[3] - out[1]) * by],
    ...[(out[6] - out[4]) * by, (out[7] - out[5]) * by],
    ...[0, 0],
  );
}

const isSide = (face: Face): boolean => face === 'outside' || face === 'inside';

/**
 * How a step along a text and one up from its line go in the axes of its piece: x and y of the one, then of the other;
 * of what is on a side of it x and z.
 */
function shown(
  { scene, lettering: { quarters }, twin }: Writing,
  { face, side, over }: Lie,
): [number, number, number, number] {
  const [c, s] = QUARTERS[(quarters + (over ? 2 : 0)) % 4];
  const sidewise = isSide(face);
  const y = sidewise ? 1 : twin ? -side : side;
  // From behind, and from inside, it is seen the other way round; so is what is mirrored in space.
  const x =
    (face === 'back' || face === 'inside' ? -1 : 1) * (sidewise && twin && scene.setOut.stand ? -1 : 1);
  return [x * c, y * s, -x * s, y * c];
}

/** Cosine and sine of quarter turns. */
const QUARTERS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** @param width of all that is written there, for capitals that are 1 high */
function letter(
  writing: Writing,
  on: number,
  lie: Lie,
  { signs, x: from }: LaidSigns,
  width: number,
): Letter {
  const { scene, lettering, twin } = writing;
  const { face } = lie;
  const { height, along, across, capital, outlines } = lettering;
  const piece = scene.pieces[on];
  const [x0, y0, x1, y1] = letteredBox(piece);
  const sidewise = isSide(face);
  const [x, y] = [(x0 + x1) / 2 + along, (sidewise ? 0 : (y0 + y1) / 2) + across];
  const [a, b, c, d] = shown(writing, lie);
  const scale = height / capital;
  let data = '';
  let at = from * height;
  for (const sign of signs) {
    const { d: outline, advance } = outlines[sign];
    // From the middle of the text, half the height of a capital under it.
    const [u, v] = [at, -height / 2];
    const map = [a * scale, b * scale, c * scale, d * scale, x + a * u + c * v, y + b * u + d * v];
    for (const contour of outline === '' ? [] : parsePathData(outline))
      data += writePathData(mapContour(contour, map), 4);
    at += advance * height;
  }
  const wide = Math.abs(a) > 0.5 ? width * height : height;
  const high = Math.abs(a) > 0.5 ? height : width * height;
  const front = face === 'front' ? 1 : -1;
  // The twin of a row in its plane is turned over; of one that leaves its plane it is the mirror image.
  const turned = twin && !scene.setOut.stand ? -1 : 1;
  const box: Box = [x - wide / 2, y - high / 2, x + wide / 2, y + high / 2];
  if (sidewise) return { on, d: data, box, seen: 0, out: face === 'inside' ? 1 : -1 };
  return {
    ...{ on, d: data, box },
    ...{ seen: (lie.side * front) as 1 | -1, out: (lie.side * front * turned) as 1 | -1 },
  };
}
