/** The keys that tell how a shape changes: its corners at some of the frames, straight between them. */
export interface ShapeKeyed {
  /** Frames from the first one on, rising: the first and the last one too. */
  readonly at: readonly number[];
  /** Corners at each of them: x, y, z in turn, mm. */
  readonly shapes: readonly Float32Array[];
  /** How far a corner strays between keys, mm. */
  readonly stray: number;
}

/** Frames between two keys, at the most: each is looked at again as the next one comes. */
const MOST_APART = 48;

/**
 * Takes the shapes of frames one after the other, and keeps as few of them as a stated error allows: a frame is a key
 * where a straight line from the last key over it would stray further from one of those between (the longest stretch
 * that is good enough, one after the other). What is held is the keys and the frames since the last one.
 */
export class ShapeKeys {
  private readonly at: number[] = [];
  private readonly shapes: Float32Array[] = [];
  private open: Float32Array[] = [];
  private openFrom = 0;
  private kept = 0;
  private now = 0;

  /** @param most how far a corner may stray between keys, mm */
  constructor(private readonly most: number) {}

  /** The next frame. Where it is the same as the last one, the same array may be given. */
  add(shape: Float32Array): void {
    const last = this.shapes.at(-1);
    if (!last) {
      this.keep(shape);
      return;
    }
    // What has not changed since the last key need not be looked at.
    if (shape === last && this.open.every((each) => each === last)) {
      this.open.push(shape);
      return;
    }
    const next = [...this.open, shape];
    const stray = next.length > MOST_APART ? Infinity : strayOver(last, next);
    if (stray > this.most) {
      const before = this.open.at(-1) ?? shape;
      this.close();
      this.keep(before);
      this.open = before === shape ? [] : [shape];
      this.now = 0;
      return;
    }
    this.open = next;
    this.now = stray;
  }

  /** Numbers that are held. */
  get numbers(): number {
    return this.shapes.reduce((sum, { length }) => sum + length, 0);
  }

  /** All frames have come. */
  finish(): ShapeKeyed {
    const last = this.open.at(-1);
    this.close();
    if (last) this.keep(last);
    return { at: this.at, shapes: this.shapes, stray: this.kept };
  }

  /** The stretch since the last key ends with the last of the open frames. */
  private close(): void {
    this.kept = Math.max(this.kept, this.now);
    this.openFrom += Math.max(0, this.open.length - 1);
    this.open = [];
    this.now = 0;
  }

  private keep(shape: Float32Array): void {
    this.at.push(this.openFrom);
    this.shapes.push(shape);
    this.openFrom++;
  }
}

/** How far shapes stray from the straight way between what was before them and the last of them, mm. */
function strayOver(from: Float32Array, shapes: readonly Float32Array[]): number {
  const to = shapes[shapes.length - 1];
  let most = 0;
  for (let f = 0; f < shapes.length - 1; f++) {
    const t = (f + 1) / shapes.length;
    const shape = shapes[f];
    for (let i = 0; i < shape.length; i += 3) {
      let square = 0;
      for (let c = i; c < i + 3; c++) {
        const off = shape[c] - from[c] - t * (to[c] - from[c]);
        square += off * off;
      }
      if (square > most) most = square;
    }
  }
  return Math.sqrt(most);
}
