import { isOnPath, readSampledPath, type SampledPath } from '@coin-relay/core';
import type { StandInSpace } from '@coin-relay/model';
import { bentPoints, isBentThere } from '../placing/bent';
import { bentInSpace, bentSetting, carriedAt, CARRIED_NUMBERS } from '../placing/bent-in-space';
import { rowCopies } from '../placing/copies';
import { readShapedAt } from '../placing/riding';
import { outlinedBy, pieceNumberAt, placeOf, type RowScene } from '../placing/scene';
import { Stations } from './carry-corners';

const flatAt = new Float64Array(4);
const shaped = new Float64Array(3);

/** How far along its normal a corner is moved to see where that points once it is bent, of a pitch. */
const NUDGE = 1e-3;

/**
 * The copies of a body that bends with the path: where its corners are is written anew for each frame into the same
 * arrays, one copy after the other.
 */
export class BentCopies {
  readonly positions: Float32Array;
  readonly normals: Float32Array;
  /** For each copy its place in the table; −1 beyond it. */
  readonly places: Int32Array;
  /** For each copy its number in the row, from 0, and which of the rows side by side, from 0. */
  readonly numbers: Int32Array;
  readonly sides: Int32Array;
  /** How many lie on the path now. */
  count = 0;
  private readonly flat: Float64Array;
  private readonly nudged: Float64Array;
  /** How many times as large it is at each corner. */
  private readonly larger: Float64Array;
  private readonly out: Float64Array;
  private readonly outNudged: Float64Array;
  private readonly copies: readonly number[];
  private readonly nudge: number;
  private stations: Stations | null = null;
  /** Room for corners in space, where the path leaves its plane. */
  private solid: Readonly<Record<'nudged' | 'out' | 'outNudged', Float64Array>> | null = null;

  /**
   * @param number which piece of the scene it is a body of
   * @param most copies there can be
   * @param base its corners as made: x, y, z in turn, mm
   * @param baseNormals unit vectors outward, one for each
   */
  constructor(
    private readonly scene: RowScene,
    private readonly number: number,
    most: number,
    private readonly base: Float32Array,
    private readonly baseNormals: Float32Array,
  ) {
    const vertices = base.length / 3;
    this.copies = rowCopies(scene.setOut.setOut.rows);
    this.nudge = scene.span * NUDGE;
    this.positions = new Float32Array(most * base.length);
    this.normals = new Float32Array(most * base.length);
    this.places = new Int32Array(most);
    this.numbers = new Int32Array(most);
    this.sides = new Int32Array(most);
    this.flat = new Float64Array(2 * vertices);
    this.nudged = new Float64Array(2 * vertices);
    this.larger = new Float64Array(vertices).fill(1);
    for (let v = 0; v < vertices; v++) {
      for (let axis = 0; axis < 2; axis++) {
        this.flat[2 * v + axis] = base[3 * v + axis];
        this.nudged[2 * v + axis] = base[3 * v + axis] + this.nudge * baseNormals[3 * v + axis];
      }
    }
    this.out = new Float64Array(2 * vertices);
    this.outNudged = new Float64Array(2 * vertices);
  }

  /** @param z how far the row stands in front of the plane of the job, mm */
  place(z: number): void {
    const { scene, number } = this;
    const { frame, fit } = scene;
    const most = this.places.length;
    this.count = 0;
    this.copies.forEach((row, side) => {
      for (let k = 0; k < frame.links && this.count < most; k++) {
        if (!isOnPath(fit.row, frame, k) || pieceNumberAt(scene, k) !== number) continue;
        if (!this.write(k, row, z)) continue;
        this.numbers[this.count] = k + frame.firstLink;
        this.sides[this.count] = side;
        this.places[this.count++] = placeOf(scene, k);
      }
    });
  }

  /** @returns whether it is there: not where it would have to stay whole, and a boundary goes through it */
  private write(k: number, row: number, z: number): boolean {
    const { scene, base, baseNormals, out, outNudged, nudge } = this;
    const piece = scene.pieces[this.number];
    const i = placeOf(scene, k);
    const { table } = scene.setOut;
    const size = piece.setting.scale * (i >= 0 ? table.size[i] : 1);
    const deep = size * (i >= 0 ? table.thickness[i] : 1);
    const { stand } = scene;
    if (!isBentThere(scene, k, outlinedBy(scene, this.number), row)) return false;
    const flat = !stand && scene.sampledPath !== null && bentSetting(scene, k, piece).turn === 0;
    if (!stand && !flat)
      bentPoints(scene, k, piece, { points: this.flat, rings: NO_RINGS }, row, out, undefined, this.larger);
    if (stand) {
      this.writeInSpace(stand, k, row, z);
      return true;
    }
    if (flat && scene.sampledPath) {
      this.writeFlat(scene.sampledPath, k, row, z);
      return true;
    }
    bentPoints(scene, k, piece, { points: this.nudged, rings: NO_RINGS }, row, outNudged);
    // What is turned over in plan is turned over in depth too, so that its outside stays outside.
    const over = piece.setting.flip === scene.side > 0 ? -1 : 1;
    const first = this.count * base.length;
    for (let v = 0; v < base.length / 3; v++) {
      const at = first + 3 * v;
      this.positions[at] = out[2 * v];
      this.positions[at + 1] = out[2 * v + 1];
      const high = over * deep * this.larger[v];
      this.positions[at + 2] = z + high * base[3 * v + 2];
      const nx = (outNudged[2 * v] - out[2 * v]) / nudge;
      const ny = (outNudged[2 * v + 1] - out[2 * v + 1]) / nudge;
      const nz = high * baseNormals[3 * v + 2];
      const long = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
      this.normals[at] = nx / long;
      this.normals[at + 1] = ny / long;
      this.normals[at + 2] = nz / long;
    }
    return true;
  }

  /** Corners at one x in the plane are carried by the same place of the path, which is read once. */
  private writeFlat(path: SampledPath, k: number, row: number, z: number): void {
    const { scene, base, baseNormals, positions, normals } = this;
    const piece = scene.pieces[this.number];
    const { setting, middle } = piece;
    const { start, perUnit, along, across, deep } = bentSetting(scene, k, piece);
    const i = placeOf(scene, k);
    const beside = row - scene.side * (setting.out + (i >= 0 ? scene.setOut.table.out[i] : 0));
    const { xs, of, read } = this.stationsOf();
    for (let n = 0; n < xs.length; n++) {
      for (let j = 0; j < 2; j++) {
        const s = start + (xs[n] + j * this.nudge - middle) * along * perUnit;
        const o = (2 * n + j) * CARRIED_NUMBERS;
        readSampledPath(path, s, flatAt);
        read.set(flatAt, o);
        readShapedAt(scene, k, s, shaped);
        read[o + 4] = shaped[0];
      }
    }
    const side = scene.side * across;
    const first = this.count * base.length;
    for (let v = 0; v < base.length; v += 3) {
      const a = 2 * CARRIED_NUMBERS * of[v / 3];
      const b = a + CARRIED_NUMBERS;
      const out = side * (base[v + 1] - setting.line);
      const [p, q] = [beside + out * read[a + 4], beside + out * read[b + 4]];
      const [x, y] = [read[a] - p * read[a + 3], read[a + 1] + p * read[a + 2]];
      const jx = (read[b] - q * read[b + 3] - x) / this.nudge;
      const jy = (read[b + 1] + q * read[b + 2] - y) / this.nudge;
      const larger = side * read[a + 4];
      const [lx, ly] = [-larger * read[a + 3], larger * read[a + 2]];
      const at = first + v;
      positions[at] = x;
      positions[at + 1] = y;
      const high = deep * base[v + 2];
      positions[at + 2] = z + high * read[a + 4];
      const jz = (high * (read[b + 4] - read[a + 4])) / this.nudge;
      // By the transposed inverse of how steps along x, y and z are changed: the last goes straight up.
      const [nx, ny] = [baseNormals[v], baseNormals[v + 1]];
      const area = jx * ly - jy * lx || 1;
      const up = baseNormals[v + 2] / (deep * read[a + 4] || 1);
      const slanted = nx - jz * up;
      const u = (ly * slanted - jy * ny) / area;
      const w = (jx * ny - lx * slanted) / area;
      const long = Math.sqrt(u * u + w * w + up * up) || 1;
      normals[at] = u / long;
      normals[at + 1] = w / long;
      normals[at + 2] = up / long;
    }
  }

  private writeInSpace(stand: StandInSpace, k: number, row: number, z: number): void {
    const { scene } = this;
    const piece = scene.pieces[this.number];
    // What leaves the plane by itself stands where its path has it.
    const lifted = scene.frame.rise.length === 0 ? z : 0;
    if (bentSetting(scene, k, piece).turn === 0) this.writeCarried(stand, k, row, lifted);
    else this.writePointByPoint(stand, k, row, lifted);
  }

  private stationsOf(): Stations {
    return (this.stations ??= new Stations(this.base, this.baseNormals, this.nudge));
  }

  private writeCarried(stand: StandInSpace, k: number, row: number, lifted: number): void {
    const { scene } = this;
    const piece = scene.pieces[this.number];
    const { start, perUnit, along, across, deep } = bentSetting(scene, k, piece);
    const stations = this.stationsOf();
    const { xs, read, step } = stations;
    for (let i = 0; i < xs.length; i++) {
      for (const [j, x] of [xs[i], xs[i] + step].entries())
        carriedAt(
          ...([scene, stand, k, piece, row] as const),
          start + (x - piece.middle) * along * perUnit,
          read,
          (2 * i + j) * CARRIED_NUMBERS,
        );
    }
    const sized = { side: scene.side * across, deep, line: piece.setting.line };
    stations.write(sized, lifted, this.positions, this.normals, this.count * this.base.length);
  }

  private writePointByPoint(stand: StandInSpace, k: number, row: number, lifted: number): void {
    const { scene, base, nudge } = this;
    const piece = scene.pieces[this.number];
    const solid = (this.solid ??= {
      nudged: this.nudgedSolid(),
      out: new Float64Array(base.length),
      outNudged: new Float64Array(base.length),
    });
    bentInSpace(scene, stand, k, piece, base, row, solid.out);
    bentInSpace(scene, stand, k, piece, solid.nudged, row, solid.outNudged);
    const first = this.count * base.length;
    for (let v = 0; v < base.length; v += 3) {
      let size = 0;
      for (let c = 0; c < 3; c++) {
        const at = v + c;
        this.positions[first + at] = solid.out[at] + (c === 2 ? lifted : 0);
        const normal = (solid.outNudged[at] - solid.out[at]) / nudge;
        this.normals[first + at] = normal;
        size += normal * normal;
      }
      size = Math.sqrt(size) || 1;
      for (let c = 0; c < 3; c++) this.normals[first + v + c] /= size;
    }
  }

  private nudgedSolid(): Float64Array {
    return Float64Array.from(this.base, (value, i) => value + this.nudge * this.baseNormals[i]);
  }
}

const NO_RINGS: readonly number[] = [];
