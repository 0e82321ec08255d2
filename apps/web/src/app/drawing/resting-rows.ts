import type { PaintTurn } from '@coin-relay/painting';
import type { ViewPort } from '@coin-relay/painting';

/** How the rows stood when they were last painted, and how they were looked at. */
interface Standing {
  readonly rows: readonly PaintTurn[];
  readonly postures: readonly (readonly number[])[];
  readonly look: readonly number[];
}

/** Rows that are painted already: those below, or above, the ones that change. */
interface Painted {
  readonly of: Standing;
  readonly canvas: HTMLCanvasElement;
}

/**
 * While something is dragged most rows stay as they are: they are painted once, as a picture, and
 * only those that change are painted anew.
 */
export class RestingRows {
  private last: Standing | null = null;
  /** From which row to before which others change; null while nothing is known of it. */
  private changing: readonly [number, number] | null = null;
  private below: Painted | null = null;
  private above: Painted | null = null;

  /** Forgets what was painted. */
  clear(): void {
    this.last = null;
    this.changing = null;
    this.below = null;
    this.above = null;
  }

  /**
   * Paints rows in their order on a canvas that is mapped to mm.
   * @param size of the canvas in its own pixels
   * @param paint paints one of them
   */
  paint(
    ctx: CanvasRenderingContext2D,
    rows: readonly PaintTurn[],
    view: ViewPort,
    size: readonly [number, number],
    paint: (ctx: CanvasRenderingContext2D, row: PaintTurn) => void,
  ): void {
    const now: Standing = {
      rows,
      postures: rows.map(({ row }) => row.posture()),
      look: [view.scale, view.x, view.y, ...size],
    };
    this.changing = rangeOf(this.last, now, this.changing);
    this.last = now;
    const { changing } = this;
    if (!changing) {
      for (const row of rows) paint(ctx, row);
      return;
    }
    const [first, end] = changing;
    this.below = this.pictureOf(ctx, this.below, 0, first, paint);
    this.above = this.pictureOf(ctx, this.above, end, rows.length, paint);
    if (this.below) lay(ctx, this.below.canvas);
    for (const row of rows.slice(first, end)) paint(ctx, row);
    if (this.above) lay(ctx, this.above.canvas);
  }

  private pictureOf(
    ctx: CanvasRenderingContext2D,
    known: Painted | null,
    from: number,
    to: number,
    paint: (ctx: CanvasRenderingContext2D, row: PaintTurn) => void,
  ): Painted | null {
    const { last } = this;
    if (!last || from === to) return null;
    const of: Standing = {
      rows: last.rows.slice(from, to),
      postures: last.postures.slice(from, to),
      look: last.look,
    };
    if (known && isSame(known.of, of)) return known;
    const canvas = document.createElement('canvas');
    canvas.width = ctx.canvas.width;
    canvas.height = ctx.canvas.height;
    const own = canvas.getContext('2d');
    if (!own) return null;
    own.setTransform(ctx.getTransform());
    for (const row of of.rows) paint(own, row);
    return { of, canvas };
  }
}

/** Which rows changed since the last time, those that changed before among them. */
function rangeOf(
  last: Standing | null,
  now: Standing,
  before: readonly [number, number] | null,
): readonly [number, number] | null {
  const many = now.rows.length;
  if (last?.rows.length !== many || !same(last.look, now.look)) return null;
  const changed = now.rows.flatMap((row, i) =>
    isSameTurn(row, last.rows[i]) && same(now.postures[i], last.postures[i]) ? [] : [i],
  );
  if (changed.length === 0) return before;
  const [first, end] = [changed[0], changed[changed.length - 1] + 1];
  return before ? [Math.min(first, before[0]), Math.max(end, before[1])] : [first, end];
}

function lay(ctx: CanvasRenderingContext2D, picture: HTMLCanvasElement): void {
  ctx.save();
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  ctx.drawImage(picture, 0, 0);
  ctx.restore();
}

const same = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((value, i) => value === b[i]);

const isSameTurn = (a: PaintTurn, b: PaintTurn): boolean => a.row === b.row && a.layer === b.layer;

const isSame = (a: Standing, b: Standing): boolean =>
  same(a.look, b.look) &&
  a.rows.length === b.rows.length &&
  a.rows.every((row, i) => isSameTurn(row, b.rows[i]) && same(a.postures[i], b.postures[i]));
