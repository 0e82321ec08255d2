import {
  LEAST_LENGTH,
  noLength,
  RISE_STRIDE,
  SEGMENT_STRIDE,
  type MeasuredPath,
  type SegmentKind,
} from '../path';

/** Gathers the segments of a measured path. */
export class PathRows {
  private readonly kinds: number[] = [];
  private readonly data: number[] = [];
  private readonly rise: number[] = [];
  private readonly starts: number[] = [];
  private readonly pieceOf: number[] = [];
  private readonly pieceStarts: number[] = [];
  private s = 0;
  private rises = false;

  /** Another piece of the contour begins. */
  begin(): void {
    this.pieceStarts.push(this.s);
  }

  add(
    kind: SegmentKind,
    length: number,
    piece: number,
    values: readonly number[],
    rise: readonly number[] = [],
  ): void {
    this.kinds.push(kind);
    this.starts.push(this.s);
    this.pieceOf.push(piece);
    for (let k = 0; k < SEGMENT_STRIDE; k++) this.data.push(values[k] ?? 0);
    for (let k = 0; k < RISE_STRIDE; k++) this.rise.push(rise[k] ?? 0);
    this.rises ||= rise.length > 0;
    this.s += length;
  }

  /**
   * @param extent the largest number of the path, which says how short it may be
   * @throws RelayError path-zero-length
   */
  done(closed: boolean, extent: number, under?: MeasuredPath): MeasuredPath {
    const { s } = this;
    if (!(s > Math.max(extent * 1e-12, LEAST_LENGTH))) noLength();
    return {
      length: s,
      closed,
      starts: Float64Array.from([...this.starts, s]),
      kinds: Uint8Array.from(this.kinds),
      data: Float64Array.from(this.data),
      pieceOf: Uint32Array.from(this.pieceOf),
      pieceStarts: Float64Array.from([...this.pieceStarts, s]),
      ...(this.rises ? { rise: Float64Array.from(this.rise) } : {}),
      ...(under ? { under } : {}),
    };
  }
}
