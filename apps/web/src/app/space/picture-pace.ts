/** A picture that takes longer than this is slow, ms. */
const SLOW = 80;
/** One with fewer pixels that takes less than this would not be slow with all of them, ms: a little over what a screen takes for one. */
const QUICK = 20;
/** So many in a row tell: one may wait for something else. */
const IN_A_ROW = 3;
/** A picture that comes so soon after another one belongs to what moves, ms. */
const SOON = 300;
/** What has not moved for so long rests, ms. */
const REST = 150;
/** The part of the pixels along a side that are drawn while it moves too slowly. */
export const COARSE = 0.5;

/**
 * How fine the next picture is drawn: with fewer pixels where it moves and the machine is too slow for all of them,
 * with all of them as soon as it rests. Times are those of one clock, ms.
 */
export class PicturePace {
  private slow = false;
  private fewer = false;
  private taken: number[] = [];
  private began: number | null = null;
  private shownAt = -Infinity;

  /** Is what is seen drawn with fewer pixels than it should be? */
  get coarse(): boolean {
    return this.fewer;
  }

  /**
   * A picture is drawn now.
   * @param moves whether something in it has changed
   * @returns the part of the pixels along a side that it is drawn with
   */
  next(now: number, moves: boolean): number {
    const fewer = moves && this.slow && now - this.shownAt < SOON;
    if (fewer !== this.fewer) this.taken = [];
    this.fewer = fewer;
    this.began = now;
    return fewer ? COARSE : 1;
  }

  /** The browser is ready for another one: the last one is out. */
  shown(now: number): void {
    if (this.began === null) return;
    this.taken = [...this.taken, now - this.began].slice(-IN_A_ROW);
    this.began = null;
    this.shownAt = now;
    if (this.taken.length < IN_A_ROW) return;
    if (this.fewer) this.slow = this.taken.some((took) => took >= QUICK);
    else this.slow = this.taken.every((took) => took > SLOW);
  }

  /** Has it rested for so long that all pixels are to be drawn? */
  refines(now: number): boolean {
    return this.fewer && now - this.shownAt >= REST;
  }
}
