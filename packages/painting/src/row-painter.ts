import { nearZero, wheelAngle, type FitOutcome, type RowFrame, type WheelTurning } from '@coin-relay/core';
import {
  colourOf,
  drawOrder,
  isKeptWhole,
  isOnEdge,
  liesIn,
  moveScene,
  pieceNumberAt,
  placeMatrix,
  rowCopies,
  rowScene,
  stretchesIn,
  elongationAt,
  elongationMatrix,
  twinMatrix,
  wheelFigure,
  type DrawTurn,
  type RowScene,
  type ScenePiece,
} from '@coin-relay/scene';
import { PLAIN_REPEATS, repeatOf, type JobPiece, type LaidRow, type ResolvedSetOut } from '@coin-relay/model';

import { BandPainter } from './band-painter';
import type { Brush, Outline, Pictures } from './brush';
import { inSight, isIn, MOST_DETAILED, MOST_EDGED, paintCoarse, type InSight } from './coarse-row';
import { paintBentPicture } from './bent-picture';
import { LetterPainter } from './letter-painter';
import { place, type Map6 } from './map6';
import { KeptBends, paintBent } from './paint-bent';
import { paintPath, paintSampledPath, pathLine } from './path-painter';
import { figureParts, fillParts, PieceLooks, type PaintPart, type PieceLook } from './piece-looks';
import { clipOf, coverOf, reachOf } from './row-extent';
import type { Bounds } from './view-port';

/** How a row is looked at. */
export interface RowView {
  /** What is in sight, mm; null for all. */
  readonly box: Bounds | null;
  /** Whether there are more links in sight than outlines can be read of. */
  readonly coarse: boolean;
  /** Whether bars in place of links have edges: of very many none would be seen. */
  readonly edged: boolean;
}

export const ALL_IN_FULL: RowView = { box: null, coarse: false, edged: true };

/** How rows are looked at of which a box, mm, is seen; null for all of them. */
export function viewOfRows(rows: readonly RowPainter[], box: Bounds | null): RowView {
  const links = rows.reduce((sum, row) => sum + row.look(box), 0);
  return { box, coarse: links > MOST_DETAILED, edged: links <= MOST_EDGED };
}

/** What is painted of links at one time: some of their parts, what is written on them, and which of them. */
interface Wanted {
  readonly partsOf: (look: PieceLook) => readonly PaintPart[];
  readonly letters: LetterPainter | null;
  /** Only those that lie there along the path, mm; null for all. */
  readonly stretches: readonly [number, number][] | null;
}

/**
 * Paints one fitted row and its wheels. Outlines are made once, when the fit changes; painting a
 * frame interpolates the pins and draws, and solves nothing. The canvas must already be mapped
 * so that one unit is a millimetre and y runs up.
 */
export class RowPainter {
  readonly scene: RowScene;
  private readonly looks: PieceLooks;
  private readonly ownLetters: LetterPainter | null;
  private readonly twinLetters: LetterPainter | null;
  /** What is written on what is painted now. */
  private letters: LetterPainter | null;
  private readonly wheels: readonly (readonly PaintPart[])[];
  private readonly band: BandPainter;
  /** What bends, as it lies where the row stands, where it is painted again and again. */
  private readonly bent = new KeptBends();
  private readonly clip: Outline | null;
  private readonly offsets: readonly number[];
  /** How far from its pin anything of a link may be, mm. */
  private readonly reach: number;
  private view = ALL_IN_FULL;
  private sight: { readonly of: Bounds | null; readonly found: InSight } | null = null;
  private readonly hangs: boolean;
  private way: Outline | null = null;
  private order: readonly DrawTurn[] | null = null;
  private readonly covers = new Map<number, Outline>();
  private readonly m = new Float64Array(6);
  private readonly onEdge = new Float64Array(6);

  /** How its wheels turn: as the row asks, or so that they meet the loop’s end. */
  turnings: readonly WheelTurning[];
  /** Whether its wheels are painted. */
  wheelsShown = true;
  private travel = 0;
  private turned = 0;
  private at = 0;
  /** Pitches after which its picture repeats; null where it does not close on itself. */
  private readonly repeat: number | null;

  constructor(
    readonly fit: FitOutcome,
    readonly setOut: ResolvedSetOut,
    sequence: readonly JobPiece[],
    private readonly pictures: Pictures | null = null,
    /** The run it shows. */
    readonly run = '',
    /** Its frames, where it is laid anew in each. */
    readonly laid: LaidRow | null = null,
  ) {
    this.scene = rowScene(fit, setOut, laid);
    this.turnings = fit.turnings;
    this.repeat = fit.row.kind === 'ring' && !laid ? repeatOf(fit, sequence, setOut) : null;
    this.looks = new PieceLooks(this.scene);
    const atRest = (): RowScene => rowScene(fit, setOut, laid);
    this.ownLetters = setOut.lettering && new LetterPainter(this.scene, atRest, false);
    this.twinLetters = setOut.setOut.twin && setOut.lettering && new LetterPainter(this.scene, atRest, true);
    this.letters = this.ownLetters;
    const colour = (material: string): string => colourOf(setOut.materials, material);
    const [first] = sequence;
    this.wheels = fit.layout.wheels.map((_, i) =>
      figureParts(wheelFigure(fit, i, first, this.scene.span), colour),
    );
    this.offsets = rowCopies(setOut.setOut.rows);
    this.band = new BandPainter(this.scene);
    this.clip = clipOf(setOut);
    this.reach = reachOf(this.scene, this.offsets);
    this.hangs = this.scene.pieces.some((_, n) => this.looks.at(-1, n).behind.length > 0);
  }

  get frame(): RowFrame {
    return this.scene.frame;
  }

  /** All that its picture depends on besides what it is made from: numbers that are the same where the picture is. */
  posture(): number[] {
    return [
      this.travel,
      this.turned,
      this.at,
      ...this.turnings.map((turning) => wheelAngle(turning, this.travel)),
    ];
  }

  /**
   * Puts the row to where it stands after some travel, in pitches; one that is laid anew in every frame, in that.
   * @param turned how far the strands of a rope seem to have run on as it turned about itself, pitches
   */
  moveTo(travel: number, frame = 0, turned = 0): void {
    this.travel = travel;
    this.turned = turned;
    this.bent.clear();
    this.at = this.laid ? frame : 0;
    // Where the picture repeats the same links are drawn over the same others again.
    const { repeat } = this;
    const seen = travel + turned;
    moveScene(this.scene, repeat === null ? seen : seen - Math.floor(seen / repeat) * repeat, frame);
    // Round a closed path the same links are there at every moment; along an open one they come and go.
    if (this.fit.row.kind !== 'ring' || this.setOut.stand) this.order = null;
  }

  /**
   * Paints all of it: what hangs behind the wheels, the wheels, what `between` adds, and the row.
   * @param pixel the size of a screen pixel in mm: outlines are about one pixel wide
   */
  paint(ctx: Brush, pixel: number, between: () => void, view = ALL_IN_FULL): void {
    this.withTwin(ctx, view, (own) => {
      this.paintOnce(ctx, pixel, own ? between : () => undefined);
    });
  }

  /** Paints what of it lies in a layer once more, over all that is painted by then. */
  paintLayer(ctx: Brush, pixel: number, layer: number, view = ALL_IN_FULL): void {
    const stretches = stretchesIn(this.scene, layer);
    let cover = this.laid?.sampledPaths ? undefined : this.covers.get(layer);
    if (!cover) this.covers.set(layer, (cover = coverOf(this.scene, stretches)));
    const clip = cover;
    this.withTwin(ctx, view, () => {
      ctx.save();
      ctx.clip(clip);
      this.paintBand(ctx, pixel);
      this.paintLinks(ctx, pixel, { partsOf: (look) => look.front, letters: this.letters, stretches });
      ctx.restore();
    });
  }

  /** Paints its twin, where it has one, and it. */
  private withTwin(ctx: Brush, view: RowView, paint: (own: boolean) => void): void {
    const { twin } = this.setOut.setOut;
    this.view = view;
    if (twin) {
      // What of the twin is in sight is somewhere else.
      this.view = { ...view, box: null };
      this.letters = this.twinLetters;
      const m = twinMatrix(twin);
      ctx.save();
      ctx.transform(m[0], m[1], m[2], m[3], m[4], m[5]);
      paint(false);
      ctx.restore();
      this.view = view;
      this.letters = this.ownLetters;
    }
    paint(true);
  }

  /** Looks what of it stands in a box, mm, all of it where there is none, and says how many links that is to paint. */
  look(box: Bounds | null): number {
    const found = inSight(this.scene, box, this.reach);
    this.sight = { of: box, found };
    return found.links * this.offsets.length * (this.setOut.setOut.twin ? 2 : 1);
  }

  /** Paints its path as it is now. */
  paintWay(ctx: Brush, pixel: number): void {
    const { sampledPath: sampled } = this.scene;
    if (this.laid?.sampledPaths && sampled) paintSampledPath(ctx, sampled, pixel);
    else paintPath(ctx, (this.way ??= pathLine(this.fit)), pixel);
  }

  private paintOnce(ctx: Brush, pixel: number, between: () => void): void {
    if (this.hangs && !this.view.coarse)
      this.paintLinks(ctx, pixel, { partsOf: (look) => look.behind, letters: null, stretches: null });
    if (this.wheelsShown) this.paintWheels(ctx, pixel);
    between();
    this.paintBand(ctx, pixel);
    this.paintLinks(ctx, pixel, { partsOf: (look) => look.front, letters: this.letters, stretches: null });
  }

  private paintBand(ctx: Brush, pixel: number): void {
    this.clipped(ctx, () => {
      this.band.paint(ctx, pixel);
    });
  }

  private paintWheels(ctx: Brush, pixel: number): void {
    this.fit.layout.wheels.forEach((wheel, i) => {
      ctx.save();
      ctx.translate(wheel.x, wheel.y);
      // Turned back to where its picture is the same, so that the loop's end is its start to the pixel.
      const step = (2 * Math.PI) / (wheel.teeth === null ? PLAIN_REPEATS : 1);
      ctx.rotate(nearZero(wheelAngle(this.turnings[i], this.travel), step));
      fillParts(ctx, this.wheels[i], pixel);
      ctx.restore();
    });
  }

  private clipped(ctx: Brush, paint: () => void): void {
    if (!this.clip) {
      paint();
      return;
    }
    ctx.save();
    ctx.clip(this.clip, 'evenodd');
    paint();
    ctx.restore();
  }

  private paintLinks(ctx: Brush, pixel: number, wanted: Wanted): void {
    if (this.view.coarse) {
      this.clipped(ctx, () => {
        const { box } = this.view;
        const sight = this.sight?.of === box ? this.sight.found : inSight(this.scene, box, this.reach);
        paintCoarse(ctx, this.scene, this.looks, this.offsets, this.view, sight, this.reach, pixel);
      });
      return;
    }
    const order = (this.order ??= drawOrder(this.scene));
    const { pins } = this.scene.frame;
    const { box } = this.view;
    this.clipped(ctx, () => {
      const { a, b, c, d, e, f } = ctx.getTransform();
      const base: Map6 = [a, b, c, d, e, f];
      for (const row of this.offsets) {
        for (const turn of order) {
          if (box && !isIn(pins[2 * turn.k], pins[2 * turn.k + 1], box, this.reach)) continue;
          if (wanted.stretches && !liesIn(this.scene, turn.k, wanted.stretches)) continue;
          this.paintTurn(ctx, base, pixel, turn, row, wanted);
        }
      }
      ctx.setTransform(a, b, c, d, e, f);
    });
  }

  private paintTurn(
    ctx: Brush,
    base: Map6,
    pixel: number,
    { k, what }: DrawTurn,
    row: number,
    { partsOf, letters }: Wanted,
  ): void {
    const number = pieceNumberAt(this.scene, k);
    if (number < 0) return;
    const look = this.looks.at(k, number);
    const whole = what === 'over' && look.over.length > 0 ? look.over : partsOf(look);
    if (whole.length === 0 && !letters) return;
    const piece = this.scene.pieces[number];
    if (piece.mode === 'bent') {
      if (what !== 'all') return;
      if (this.setOut.layers) this.paintKept(ctx, base, pixel, k, piece, row, whole);
      else paintBent(ctx, base, pixel, this.scene, k, piece, row, whole);
      paintBentPicture(ctx, base, this.scene, k, piece, row, this.pictures);
      letters?.paint(ctx, base, pixel, k, piece, this.m, row);
      return;
    }
    const { m } = this;
    placeMatrix(this.scene, k, piece, row, m);
    const { boundary } = this.setOut;
    if (boundary?.how === 'whole' && !isKeptWhole(boundary, look.hull, m)) return;
    const elongation = elongationAt(this.scene, k, piece);
    if (elongation !== 1) {
      for (const part of whole) {
        place(ctx, base, elongationMatrix(this.scene, piece, part.part, look.figure, elongation, m));
        fillParts(ctx, [part], pixel);
      }
      placeMatrix(this.scene, k, piece, row, m);
      letters?.paint(ctx, base, pixel, k, piece, m, row);
      return;
    }
    if (isOnEdge(this.scene, piece, this.onEdge)) {
      place(ctx, base, this.onEdge);
      fillParts(ctx, [look.edge], pixel);
    }
    place(ctx, base, m);
    if (what === 'all' || (what === 'over' && look.over.length > 0)) {
      fillParts(ctx, whole, pixel);
      this.paintPicture(ctx, piece, look);
      if (what === 'all') letters?.paint(ctx, base, pixel, k, piece, m, row);
      return;
    }
    const wide = this.scene.span * 50;
    ctx.save();
    ctx.beginPath();
    ctx.rect(
      what === 'back-half' ? piece.span / 2 - wide : piece.span / 2,
      what === 'over' ? 0 : -wide,
      wide,
      what === 'over' ? wide : 2 * wide,
    );
    ctx.clip();
    fillParts(ctx, whole, pixel);
    ctx.restore();
    if (what !== 'over') letters?.paint(ctx, base, pixel, k, piece, m, row);
  }

  /** What bends and is painted layer by layer is worked out once where it stands. */
  private paintKept(
    ctx: Brush,
    [a, b, c, d, e, f]: Map6,
    pixel: number,
    k: number,
    piece: ScenePiece,
    row: number,
    parts: readonly PaintPart[],
  ): void {
    const kept = this.bent.of(this.scene, k, piece, row, parts);
    ctx.setTransform(a, b, c, d, e, f);
    fillParts(ctx, kept, pixel);
  }

  /** A picture on the piece's main part. */
  private paintPicture(ctx: Brush, { piece }: ScenePiece, look: PieceLook): void {
    const laid = piece.finish?.picture;
    const image = laid ? this.pictures?.get(laid.picture) : null;
    if (!laid || !image || !look.main) return;
    ctx.save();
    ctx.clip(look.main.path, 'evenodd');
    // Figures have y up, pictures y down.
    ctx.scale(1, -1);
    ctx.drawImage(image as never, laid.x, -laid.y, laid.width, laid.height);
    ctx.restore();
  }
}
