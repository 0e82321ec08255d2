import {
  isOnPath,
  newRowFrame,
  rowFrame,
  wheelAngle,
  type FitOutcome,
  type RowFrame,
} from '@coin-relay/core';
import {
  bandOutline,
  FINISHES,
  INK,
  insideSide,
  pieceFigure,
  pieceLayer,
  pieceSeat,
  wheelFigure,
  type Figure,
} from '@coin-relay/formats';
import type { JobPiece } from '@coin-relay/model';

interface PaintPart {
  readonly path: Path2D;
  readonly fill: string | null;
  readonly line: boolean;
}

interface PaintPiece {
  readonly parts: readonly PaintPart[];
  /** What of it lies behind the wheels. */
  readonly behind: readonly PaintPart[];
  readonly layer: 0 | 1;
  readonly onPin: boolean;
}

/**
 * Paints one fitted row and its wheels. Outlines are made once, when the fit changes; painting a
 * frame interpolates the pins and draws, and solves nothing. The canvas must already be mapped
 * so that one unit is a millimetre and y runs up.
 */
export class RowPainter {
  readonly frame: RowFrame;
  private readonly pieces: readonly PaintPiece[];
  private readonly wheels: readonly (readonly PaintPart[])[];
  private readonly band: PaintPart | null;
  private readonly side: 1 | -1;

  constructor(
    readonly fit: FitOutcome,
    sequence: readonly JobPiece[],
  ) {
    const span = fit.effectivePitch ?? fit.request.pitch;
    this.frame = newRowFrame(fit.row);
    this.side = insideSide(fit.layout.path);
    const made = new Map<string, PaintPiece>();
    this.pieces = sequence.map((piece) => {
      const known = made.get(piece.id);
      if (known) return known;
      const { parts } = pieceFigure(piece, span);
      const paint: PaintPiece = {
        parts: paintParts({ parts: parts.filter((part) => !part.behind) }),
        behind: paintParts({ parts: parts.filter((part) => part.behind) }),
        layer: pieceLayer(piece),
        onPin: pieceSeat(piece) === 'on-pin',
      };
      made.set(piece.id, paint);
      return paint;
    });
    const [first] = sequence;
    this.wheels = fit.layout.wheels.map((wheel) => paintParts(wheelFigure(wheel, first, span)));
    this.band =
      first.family === 'toothed-belt'
        ? {
            path: new Path2D(bandOutline(fit.layout.path, first, this.side)),
            fill: FINISHES.rubber,
            line: false,
          }
        : null;
  }

  /** Puts the row to where it stands after some travel, in pitches. */
  moveTo(travel: number): void {
    rowFrame(this.fit.row, travel, this.frame);
  }

  /**
   * Paints all of it: what hangs behind the wheels, the wheels, what `between` adds, and the row.
   * @param pixel the size of a screen pixel in mm: outlines are about one pixel wide
   */
  paint(ctx: CanvasRenderingContext2D, travel: number, pixel: number, between: () => void): void {
    if (this.pieces.some((piece) => piece.behind.length > 0))
      this.paintLinks(ctx, pixel, (piece) => piece.behind);
    this.paintWheels(ctx, travel, pixel);
    between();
    if (this.band) fillParts(ctx, [this.band], pixel);
    for (const layer of [0, 1])
      this.paintLinks(ctx, pixel, (piece) => (piece.layer === layer ? piece.parts : []));
  }

  private paintWheels(ctx: CanvasRenderingContext2D, travel: number, pixel: number): void {
    this.fit.layout.wheels.forEach((wheel, i) => {
      ctx.save();
      ctx.translate(wheel.x, wheel.y);
      ctx.rotate(wheelAngle(this.fit.turnings[i], travel));
      fillParts(ctx, this.wheels[i], pixel);
      ctx.restore();
    });
  }

  /** The piece at place k of the frame. */
  pieceAt(k: number): PaintPiece {
    const n = this.pieces.length;
    return this.pieces[(((k + this.frame.firstLink) % n) + n) % n];
  }

  private paintLinks(
    ctx: CanvasRenderingContext2D,
    pixel: number,
    partsOf: (piece: PaintPiece) => readonly PaintPart[],
  ): void {
    const { pins, links } = this.frame;
    const { a, b, c, d, e, f } = ctx.getTransform();
    const flip = this.side;
    for (let k = 0; k < links; k++) {
      if (!isOnPath(this.fit.row, this.frame, k)) continue;
      const piece = this.pieceAt(k);
      const parts = partsOf(piece);
      if (parts.length === 0) continue;
      const x = pins[2 * k];
      const y = pins[2 * k + 1];
      let dx = pins[2 * k + 2] - x;
      let dy = pins[2 * k + 3] - y;
      if (piece.onPin && k > 0) {
        dx = pins[2 * k + 2] - pins[2 * k - 2];
        dy = pins[2 * k + 3] - pins[2 * k - 1];
      } else if (piece.onPin && this.fit.layout.path.closed) {
        dx = pins[2] - pins[2 * links - 2];
        dy = pins[3] - pins[2 * links - 1];
      }
      const size = Math.hypot(dx, dy) || 1;
      const ux = dx / size;
      const uy = dy / size;
      // The link's own map times the drawing's, set at once: cheaper than save, turn, restore.
      ctx.setTransform(
        a * ux + c * uy,
        b * ux + d * uy,
        flip * (-a * uy + c * ux),
        flip * (-b * uy + d * ux),
        a * x + c * y + e,
        b * x + d * y + f,
      );
      fillParts(ctx, parts, pixel);
    }
    ctx.setTransform(a, b, c, d, e, f);
  }
}

function paintParts({ parts }: Figure): PaintPart[] {
  return parts.map(({ d, fill, line }) => ({ path: new Path2D(d), fill: fill && FINISHES[fill], line }));
}

function fillParts(ctx: CanvasRenderingContext2D, parts: readonly PaintPart[], pixel: number): void {
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
