import { describe, expect, it } from 'vitest';
import { COARSE, PicturePace } from './picture-pace';

/** Draws pictures one after another that take so long each, ms; gives what each was drawn with. */
function draw(pace: PicturePace, from: number, taking: readonly ((part: number) => number)[]): number[] {
  let now = from;
  return taking.map((take) => {
    const part = pace.next(now, true);
    now += take(part);
    pace.shown(now);
    return part;
  });
}
const times = <T>(count: number, value: T): T[] => Array.from({ length: count }, () => value);

describe('how fine pictures that move are drawn', () => {
  it('a quick machine draws all pixels', () => {
    expect(
      draw(
        new PicturePace(),
        0,
        times(20, () => 12),
      ),
    ).toEqual(times(20, 1));
  });

  it('one slow picture among others is none of a slow machine', () => {
    const pictures = times(12, 0).map((_, i) => () => (i % 3 === 1 ? 400 : 30));
    expect(draw(new PicturePace(), 0, pictures)).toEqual(times(12, 1));
  });

  it('a slow machine draws fewer from the fourth on, and goes on while they take their time', () => {
    const parts = draw(
      new PicturePace(),
      0,
      times(10, (part) => 220 * part ** 2),
    );
    expect(parts).toEqual([1, 1, 1, ...times(7, COARSE)]);
  });

  it('what rests is drawn with all of them, once', () => {
    const pace = new PicturePace();
    draw(
      pace,
      0,
      times(6, (part) => 220 * part ** 2),
    );
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
    draw(
      pace,
      0,
      times(6, (part) => 220 * part ** 2),
    );
    expect(
      draw(
        pace,
        60_000,
        times(3, (part) => 220 * part ** 2),
      ),
    ).toEqual([1, COARSE, COARSE]);
  });

  it('once what is drawn is quick with fewer it is drawn with all again', () => {
    const pace = new PicturePace();
    draw(
      pace,
      0,
      times(4, (part) => 220 * part ** 2),
    );
    expect(
      draw(
        pace,
        800,
        times(6, () => 5),
      ),
    ).toEqual([...times(3, COARSE), 1, 1, 1]);
  });
});
