import { placeOf, wireShapes, type ScenePiece } from '@coin-relay/scene';
import { paintStraight } from '@coin-relay/painting';
import type { RowPainter } from '@coin-relay/painting';

/** A piece laid straight, as a picture. */
export interface LinkSprite {
  readonly picture: HTMLCanvasElement;
  /** Where the picture is, px from the middle between the pins on their line. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Room round a picture for its lines, px. */
const ROOM = 2;
/** Pictures kept at the most: finishes and shapes of a wire make many of one piece. */
const MOST_SPRITES = 400;

/** Pieces of a row as they are shown on the tape, each painted once for every way it looks. */
export class LinkSprites {
  private readonly made = new Map<number, LinkSprite | null>();
  /** Pixels for a mm across the tape: as many as along it, fewer where a piece would not go into its lane. */
  readonly across: number;

  /** Where the line that runs on the path lies, px below the middle of the lane: all that is on it goes into the lane. */
  readonly line: number;

  constructor(
    private readonly painter: RowPainter,
    readonly along: number,
    lane: number,
  ) {
    const ends = painter.scene.pieces.flatMap((piece) => acrossOf(piece));
    const [low, high] = [Math.min(0, ...ends), Math.max(0, ...ends)];
    this.across = Math.min(along, lane / Math.max(1e-9, high - low));
    this.line = ((low + high) / 2) * this.across;
  }

  /** Said where pieces are shown less high than they are; empty where they look as they do on the path. */
  get pressed(): string {
    const percent = Math.round((100 * this.across) / this.along);
    return percent < 100 ? `heights drawn at ${percent} %` : '';
  }

  /** Of link k of the frame; null where it has no such part. */
  at(k: number, number: number, over: boolean): LinkSprite | null {
    const { scene } = this.painter;
    const { table, materials } = scene.setOut;
    const i = placeOf(scene, k);
    const made = scene.pieces[number];
    const finish = i >= 0 ? table.finish[i] : -1;
    const wire = i >= 0 && wireShapes(made.piece) > 1 ? table.wire[i] : 0;
    const key = ((number * (materials.length + 1) + finish + 1) * 256 + wire) * 2 + (over ? 1 : 0);
    let sprite = this.made.get(key);
    if (sprite === undefined) {
      if (this.made.size >= MOST_SPRITES) this.made.clear();
      sprite = this.make(made, finish, wire, over);
      this.made.set(key, sprite);
    }
    return sprite;
  }

  private make(made: ScenePiece, finish: number, wire: number, over: boolean): LinkSprite | null {
    const { piece, span, box, middle } = made;
    const { along, across } = this;
    const { line, turn, scale } = made.setting;
    // A turned figure reaches as far as its farthest point, whichever way.
    const reach =
      turn === 0
        ? null
        : scale *
          Math.hypot(Math.max(middle - box[0], box[2] - middle), Math.max(box[3] - line, line - box[1]));
    const [x0, x1] =
      reach === null ? [scale * (box[0] - middle), scale * (box[2] - middle)] : [-reach, reach];
    const [y0, y1] = reach === null ? acrossOf(made) : [-reach, reach];
    // Bands run on over their pins.
    const [left, right] = [Math.min(x0, -span / 2), Math.max(x1, span / 2)];
    const width = (right - left) * along + 2 * ROOM;
    const height = (y1 - y0) * across + 2 * ROOM;
    const k = window.devicePixelRatio;
    const picture = document.createElement('canvas');
    picture.width = Math.ceil(width * k);
    picture.height = Math.ceil(height * k);
    const ctx = picture.getContext('2d');
    if (!ctx) return null;
    ctx.setTransform(along * k, 0, 0, -across * k, (ROOM - left * along) * k, (ROOM + y1 * across) * k);
    ctx.translate(-middle, 0);
    paintStraight(ctx, piece, span, 0.8 / along, {
      materials: this.painter.scene.setOut.materials,
      finish,
      wire,
      over,
    });
    return {
      picture,
      x: left * along - ROOM,
      y: -y1 * across - ROOM,
      width: picture.width / k,
      height: picture.height / k,
    };
  }
}

/** How far a piece that is not turned reaches to the outside and to the inside of the line, mm. */
function acrossOf({ box, setting: { line, flip, scale } }: ScenePiece): [low: number, high: number] {
  return flip
    ? [scale * (line - box[3]), scale * (line - box[1])]
    : [scale * (box[1] - line), scale * (box[3] - line)];
}
