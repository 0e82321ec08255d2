import {
  mapContour,
  newReading,
  parsePathData,
  pathReader,
  turnedTo,
  wheelAngle,
  writePathData,
  type Affine,
  type WheelTurning,
} from '@coin-relay/core';
import { short, type FigurePart, type JobPiece } from '@coin-relay/model';
import { mainPart, wheelFigure } from '../figures';

import {
  areKept,
  bandDrawing,
  bendingPart,
  bentPoints,
  carriedLines,
  drawOrder,
  edgeBar,
  elongationAt,
  elongationMatrix,
  hullOf,
  isKeptWhole,
  isOnEdge,
  leftOutMarks,
  markReach,
  pieceNumberAt,
  placeMatrix,
  rowCopies,
  shownBandLines,
  sideOfBoundary,
  twinMatrix,
  type DrawTurn,
  type RowScene,
  type ScenePiece,
} from '../placing';
import type { DrawnItem, DrawnShape } from './item';
import { halfShapes } from './half-shapes';
import { LetterItems, ringData } from './letter-items';
import { FigureLooks, type FigureLook } from './looks';

/** A row that is drawn: where it stands now is read from its scene. */
export interface DrawnRow {
  readonly run: string;
  readonly scene: RowScene;
  readonly sequence: readonly JobPiece[];
  /** How its wheels turn. */
  readonly turnings: readonly WheelTurning[];
  /** Pitches it has gone. */
  travel: number;
}

/** Shapes of a look, in the layer they lie in; on which of them its picture is. */
interface LaidShapes {
  readonly layer: string;
  readonly shapes: readonly (DrawnShape & Pick<FigurePart, 'elongates'>)[];
  readonly on: DrawnShape | null;
}

/** What is drawn of a row. */
export interface RowWanted {
  readonly wheels: boolean;
  readonly path: boolean;
  /** Marks where places are left out. */
  readonly marks?: boolean;
}

/** A row as items, in the order they lie on one another. Its looks are kept, so that frame after frame takes the same. */
export class RowItems {
  private readonly looks: FigureLooks;
  private readonly wheels: readonly (readonly DrawnShape[])[];
  private band: readonly DrawnShape[] | null;
  /** In which of its frames that is so, where it is another in each; then by the lines it was first drawn by. */
  private bandAt = 0;
  private bandLines: ReturnType<typeof shownBandLines> | null = null;
  private readonly letters: LetterItems | null;
  private readonly twinLetters: LetterItems | null;
  private readonly m = new Float64Array(6);
  private readonly onEdge = new Float64Array(6);
  private readonly shapes = new Map<string, readonly DrawnShape[]>();

  constructor(private readonly row: DrawnRow) {
    const { scene, sequence } = row;
    const { fit } = scene;
    this.looks = new FigureLooks(scene);
    this.letters = LetterItems.of(scene, false);
    this.twinLetters = this.twin && LetterItems.of(scene, true);
    this.wheels = fit.layout.wheels.map((_, i) => wheelFigure(fit, i, sequence[0], scene.span).parts);
    this.band = bandShapes(scene);
  }

  /** What there is of it where it stands now; not of its twin. */
  items(wanted: RowWanted): DrawnItem[] {
    return this.with(this.letters, wanted);
  }

  /** The same of its twin, before it is mirrored, where that is lettered: what is written is not mirrored. */
  twinItems(wanted: RowWanted): DrawnItem[] | null {
    return this.twinLetters && this.with(this.twinLetters, wanted);
  }

  private with(letters: LetterItems | null, { wheels, path, marks = false }: RowWanted): DrawnItem[] {
    return [
      ...this.links((part) => part.behind === true, null),
      ...(wheels ? this.wheelItems() : []),
      ...(path ? [this.pathItem()] : []),
      ...this.bandItems(),
      ...this.links((part) => part.behind !== true, letters),
      ...(marks ? this.markItems() : []),
    ];
  }

  /** What takes it to its twin; null where it has none. */
  get twin(): Affine | null {
    const { twin } = this.row.scene.setOut.setOut;
    return twin ? twinMatrix(twin) : null;
  }

  private links(layer: (part: FigurePart) => boolean, letters: LetterItems | null): DrawnItem[] {
    const { scene, run } = this.row;
    const read = letters && !scene.laid?.sampledPaths ? this.exactPath : undefined;
    const order = drawOrder(scene);
    return rowCopies(scene.setOut.setOut.rows).flatMap((offset, copy) =>
      order.flatMap((turn) => [
        ...this.link(turn, offset, copy, layer),
        ...(letters && turn.what !== 'over'
          ? letters.at(this.idOf(turn.k, copy), run, turn.k, offset, read)
          : []),
      ]),
    );
  }

  private link(
    { k, what }: DrawTurn,
    offset: number,
    copy: number,
    inLayer: (part: FigurePart) => boolean,
  ): DrawnItem[] {
    const { scene, run } = this.row;
    const piece = scene.pieces[pieceNumberAt(scene, k)];
    const look = this.looks.at(k, piece);
    const { figure } = look;
    const over = what === 'over' && figure.parts.some((part) => part.over);
    const parts = figure.parts.filter((part) => inLayer(part) && (part.over === true) === over);
    if (parts.length === 0) return [];
    const item = {
      ...{ id: this.idOf(k, copy), run },
      ...{ kind: 'piece' as const, name: piece.piece.name, what, behind: parts[0].behind === true },
    };
    if (piece.mode === 'bent') return this.bent(item, k, piece, parts, offset);
    const half = what === 'all' || over ? null : what;
    const layer = half ?? (over ? 'over' : parts[0].behind ? 'behind' : 'piece');
    const main = piece.piece.finish?.picture ? mainPart(figure, look.material) : undefined;
    const shapes = this.shapesOf(`${layer}-${look.id}`, () =>
      half ? halfShapes(parts, scene.span, half) : parts,
    );
    const on = main && shapes[parts.indexOf(main) * (half ? 2 : 1)];
    return this.placed(item, k, piece, look, { layer, shapes, on: on ?? null }, offset);
  }

  private idOf(k: number, copy: number): string {
    const { scene, run } = this.row;
    return `${run}/${k + scene.frame.firstLink + 1}${copy > 0 ? `/row-${copy + 1}` : ''}`;
  }

  private shapesOf(look: string, make: () => readonly DrawnShape[]): readonly DrawnShape[] {
    let shapes = this.shapes.get(look);
    if (!shapes) this.shapes.set(look, (shapes = make()));
    return shapes;
  }

  private placed(
    item: Pick<DrawnItem, 'id' | 'run' | 'kind' | 'name' | 'what' | 'behind'>,
    k: number,
    piece: ScenePiece,
    look: FigureLook,
    { layer, shapes, on }: LaidShapes,
    offset: number,
  ): DrawnItem[] {
    const { scene } = this.row;
    const { boundary } = scene.setOut;
    const { m, onEdge } = this;
    const { figure } = look;
    placeMatrix(scene, k, piece, offset, m);
    if (boundary?.how === 'whole' && !isKeptWhole(boundary, hullOf(figure), m)) return [];
    const cut = boundary?.how === 'cut' ? boundary : null;
    const elongation = elongationAt(scene, k, piece);
    if (elongation !== 1) {
      const grown = shapes.map((part) => ({
        ...part,
        d: mappedData(part.d, elongationMatrix(scene, piece, part, figure, elongation, m)),
      }));
      return [{ ...item, look: null, shapes: grown, map: null, cut, picture: null }];
    }
    const side = cut ? sideOfBoundary(cut, hullOf(figure), m) : 'kept';
    if (side === 'gone') return [];
    const near = side === 'near' ? cut : null;
    const whole: DrawnItem = {
      ...{ ...item, look: `${layer}-${look.id}`, shapes, map: affine(m), cut: near },
      picture: on && { on, of: piece },
    };
    if (item.what !== 'all' || !isOnEdge(scene, piece, onEdge)) return [whole];
    const bar: DrawnShape = { d: edgeBar(piece), fill: look.material ?? figure.main ?? null, line: true };
    const edge: DrawnItem = {
      ...{ ...whole, id: `${item.id}/edge`, shapes: [bar], picture: null },
      ...{ look: `edge-${look.id}`, map: affine(onEdge), cut },
    };
    return [edge, whole];
  }

  /** Pieces that bend, as they are bent on the exact path. */
  private bent(
    item: Pick<DrawnItem, 'id' | 'run' | 'kind' | 'name' | 'what' | 'behind'>,
    k: number,
    piece: ScenePiece,
    parts: readonly FigurePart[],
    offset: number,
  ): DrawnItem[] {
    if (item.what !== 'all') return [];
    const { scene } = this.row;
    const { boundary } = scene.setOut;
    const read = scene.laid?.sampledPaths ? undefined : this.exactPath;
    const shapes: DrawnShape[] = [];
    for (const part of parts) {
      const { points: straight, rings } = bendingPart(part.d, scene, piece);
      const points = new Float64Array(straight.length);
      bentPoints(scene, k, piece, { points: straight, rings }, offset, points, read);
      if (boundary?.how === 'whole' && !areKept(boundary, points)) return [];
      shapes.push({ ...part, d: ringData(points, rings) });
    }
    const cut = boundary?.how === 'cut' ? boundary : null;
    return [{ ...item, look: null, shapes, map: null, cut, picture: null }];
  }

  private get exactPath(): (s: number, out: Float64Array) => void {
    const read = pathReader(this.row.scene.fit.layout.path);
    const at = newReading();
    return (s, out) => {
      read(s, at);
      out.set(at.subarray(0, 4));
    };
  }

  private wheelItems(): DrawnItem[] {
    const { scene, run, turnings, travel } = this.row;
    return scene.fit.layout.wheels.map((wheel, i) => ({
      ...{
        id: `${run}/wheel/${wheel.id ?? i + 1}`,
        run,
        kind: 'wheel',
        name: wheel.name ?? `Wheel ${i + 1}`,
      },
      ...{ look: `wheel-${i + 1}`, shapes: this.wheels[i], what: 'all', cut: null, picture: null },
      behind: false,
      map: turnedTo(wheel.x, wheel.y, wheelAngle(turnings[i], travel)),
    }));
  }

  private markItems(): DrawnItem[] {
    const { scene, run } = this.row;
    const r = Number(short(markReach(scene)));
    const d = `M-${r} -${r}L${r} ${r}M-${r} ${r}L${r} -${r}`;
    return leftOutMarks(scene).map(({ place, x, y }): DrawnItem => ({
      ...{ id: `${run}/left-out/${place + 1}`, run, kind: 'mark', name: 'left out', look: 'left-out' },
      ...{ what: 'all', behind: false, shapes: [{ d, fill: null, line: true }], cut: null, picture: null },
      map: [1, 0, 0, 1, x, y],
    }));
  }

  private pathItem(): DrawnItem {
    const { scene, run } = this.row;
    const d = writePathData(scene.fit.layout.contour, 4);
    return {
      ...{ id: `${run}/path`, run, kind: 'path', name: 'path', look: null, map: null, what: 'all' },
      ...{ behind: false, shapes: [{ d, fill: null, line: true }], cut: null, picture: null },
    };
  }

  private bandItems(): DrawnItem[] {
    const { run, scene, sequence } = this.row;
    if (this.band && scene.laid?.rides && this.bandAt !== scene.laidAt) {
      this.bandLines ??= shownBandLines(scene);
      this.band = bandShapes(scene, carriedLines(scene, this.bandLines));
      this.bandAt = scene.laidAt;
    }
    const { band } = this;
    const { boundary } = scene.setOut;
    if (!band) return [];
    return [
      {
        ...{
          id: `${run}/band`,
          run,
          kind: 'band',
          name: sequence[0].name,
          look: null,
          map: null,
          what: 'all',
        },
        ...{ behind: false, shapes: band, cut: boundary?.how === 'cut' ? boundary : null, picture: null },
      },
    ];
  }
}

function bandShapes(
  scene: RowScene,
  lines?: ReturnType<typeof shownBandLines>,
): readonly DrawnShape[] | null {
  const band = bandDrawing(scene, lines);
  return (
    band && [
      { d: band.area, fill: band.material, line: false },
      ...(band.edges === '' ? [] : [{ d: band.edges, fill: null, line: true }]),
    ]
  );
}

const affine = (m: ArrayLike<number>): Affine => [m[0], m[1], m[2], m[3], m[4], m[5]];

/** Path data once its points are mapped. */
export const mappedData = (d: string, m: Affine): string =>
  d === ''
    ? ''
    : parsePathData(d)
        .map((contour) => writePathData(mapContour(contour, m), 4))
        .join('');
