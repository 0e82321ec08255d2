import { describe, expect, it } from 'vitest';
import { COARSE, PicturePace } from './picture-pace';

/** How long a picture takes that is drawn with a part of the pixels along a side, ms. */
type Takes = (part: number) => number;
const quick: Takes = () => 12;
const slow: Takes = (part) => 220 * part ** 2;

/** Draws pictures one after another from a time on; gives what each was drawn with. */
function draw(pace: PicturePace, from: number, pictures: readonly Takes[]): number[] {
  let now = from;
  return pictures.map((takes) => {
    const part = pace.next(now, true);
    now += takes(part);
    pace.shown(now);
    return part;
  });
}
const times = <T>(count: number, value: T): T[] => Array<T>(count).fill(value);

describe('how fine pictures that move are drawn', () => {
  it('a quick machine draws all pixels', () => {
    expect(draw(new PicturePace(), 0, times(20, quick))).toEqual(times(20, 1));
  });

  it('one slow picture among others is none of a slow machine', () => {
    const pictures = times(4, [quick, slow, quick]).flat();
    expect(draw(new PicturePace(), 0, pictures)).toEqual(times(12, 1));
  });

  it('a slow machine draws fewer from the fourth on, and goes on while they take their time', () => {
    expect(draw(new PicturePace(), 0, times(10, slow))).toEqual([1, 1, 1, ...times(7, COARSE)]);
  });

  it('what rests is drawn with all of them, once', () => {
    const pace = new PicturePace();
    draw(pace, 0, times(6, slow));
    expect(pace.coarse).toBe(true);
    const end = 3 * 220 + 3 * 55;
    expect(pace.refines(end + 149)).toBe(false);
    expect(pace.refines(end + 150)).toBe(true);
    expect(pace.next(end + 150, false)).toBe(1);
    pace.shown(end + 370);
    expect(pace.coarse).toBe(false);
    expect(pace.refines(end + 5_000)).toBe(false);
  });

  it('a single change after a rest is drawn with all of them, what goes on with fewer', () => {
    const pace = new PicturePace();
    draw(pace, 0, times(6, slow));
    expect(draw(pace, 60_000, times(3, slow))).toEqual([1, COARSE, COARSE]);
  });

  it('once what is drawn with fewer is quick it is drawn with all again', () => {
    const pace = new PicturePace();
    draw(pace, 0, times(4, slow));
    expect(draw(pace, 800, times(6, quick))).toEqual([...times(3, COARSE), 1, 1, 1]);
  });
});
