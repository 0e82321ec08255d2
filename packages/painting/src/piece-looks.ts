import type { FineOutline } from '@coin-relay/core';
import {
  bendingPart,
  colourOf,
  edgeBar,
  finishedFigure,
  hullOf,
  INK,
  mainPart,
  placeOf,
  wireShapes,
  type RowScene,
  type ScenePiece,
} from '@coin-relay/scene';
import type { Figure, FigurePart } from '@coin-relay/model';
import { newOutline, type Brush, type Outline } from './brush';

/** A part of a figure as a canvas takes it. */
export interface PaintPart {
  readonly path: Outline;
  readonly fill: string | null;
  readonly line: boolean;
  readonly part: FigurePart;
  /** In chords, where the piece bends. */
  readonly fine: FineOutline | null;
}

/** A piece in one finish and one shape of its wire. */
export interface PieceLook {
  readonly figure: Figure;
  readonly front: readonly PaintPart[];
  /** What of it lies behind the wheels. */
  readonly behind: readonly PaintPart[];
  /** The quarter that lies over the next link; empty where the whole figure is clipped for it. */
  readonly over: readonly PaintPart[];
  /** What is seen of it on its edge. */
  readonly edge: Pick<PaintPart, 'path' | 'fill' | 'line'>;
  /** Made when it is first asked for: only rows that are kept whole need it. */
  readonly hull: Float64Array;
  /** The outline a picture is laid on. */
  readonly main: PaintPart | null;
}

/** Outlines of a row's pieces, made once for each way they look. */
export class PieceLooks {
  private readonly made = new Map<number, PieceLook>();

  constructor(private readonly scene: RowScene) {}

  /** How the piece with this number looks at link k of the frame. */
  at(k: number, number: number): PieceLook {
    const { table, materials } = this.scene.setOut;
    const i = placeOf(this.scene, k);
    const piece = this.scene.pieces[number];
    const finish = i >= 0 ? table.finish[i] : -1;
    const wire = i >= 0 && wireShapes(piece.piece) > 1 ? table.wire[i] : 0;
    const key = (number * (materials.length + 1) + finish + 1) * 256 + wire;
    let look = this.made.get(key);
    if (!look) {
      look = this.make(piece, finish, wire);
      this.made.set(key, look);
    }
    return look;
  }

  private make(piece: ScenePiece, finish: number, wire: number): PieceLook {
    const { materials } = this.scene.setOut;
    const figure = finishedFigure(piece.piece, piece.span, materials, finish, wire);
    const parts = figure.parts.map((part): PaintPart => ({
      path: newOutline(part.d),
      fill: part.fill === null ? null : colourOf(materials, part.fill),
      line: part.line,
      part,
      fine: piece.mode === 'bent' ? bendingPart(part.d, this.scene, piece) : null,
    }));
    const material = finish >= 0 ? materials[finish].id : (piece.piece.finish?.material ?? null);
    const main = mainPart(figure, material);
    let hull: Float64Array | null = null;
    let edge: PieceLook['edge'] | null = null;
    return {
      get edge() {
        return (edge ??= {
          path: newOutline(edgeBar(piece)),
          fill: colourOf(materials, material ?? figure.main ?? 'brass'),
          line: true,
        });
      },
      figure,
      front: parts.filter(({ part }) => !part.behind && !part.over),
      behind: parts.filter(({ part }) => part.behind),
      over: parts.filter(({ part }) => part.over),
      get hull() {
        return (hull ??= hullOf(figure));
      },
      main: parts.find(({ part }) => part === main) ?? null,
    };
  }
}

/** Figures that are not of a row: wheels. */
export function figureParts({ parts }: Figure, colour: (material: string) => string): PaintPart[] {
  return parts.map((part) => ({
    path: newOutline(part.d),
    fill: part.fill === null ? null : colour(part.fill),
    line: part.line,
    part,
    fine: null,
  }));
}

export function fillParts(
  ctx: Brush,
  parts: readonly Pick<PaintPart, 'path' | 'fill' | 'line'>[],
  pixel: number,
): void {
  ctx.lineWidth = pixel;
  ctx.strokeStyle = INK;
  for (const { path, fill, line } of parts) {
    if (fill) {
      ctx.fillStyle = fill;
      ctx.fill(path, 'evenodd');
    }
    if (line) ctx.stroke(path);
  }
}
