import { describe, expect, it } from 'vitest';
import { readCsv } from './read';
import { MOST_POINTS } from './table';

const lengths = (text: string): [number, boolean][] =>
  readCsv(text).contours.map((c) => [c.length, c.closed]);

describe('tables of points', () => {
  it.each([
    ['commas', '0,0\n3,4\n3,14'],
    ['semicolons and decimal commas', '0;0\n3,0;4,0\n3;14'],
    ['tabs', '0\t0\n3\t4\n3\t14'],
    ['blanks', '0 0\n 3  4\n3 14'],
    ['a heading', 'x,y\n0,0\n3,4\n3,14'],
    ['columns by name', 'name,y,x\na,0,0\nb,4,3\nc,14,3'],
    ['names with units', 'X (mm);Y (mm)\n0;0\n3;4\n3;14'],
    ['further columns', 'x,y,weight\n0,0,9\n3,4,9\n3,14,9'],
    ['other line ends', '0,0\r\n3,4\r\n3,14\r\n'],
  ])('%s', (_name, text) => {
    expect(lengths(text)).toEqual([[15, false]]);
  });
  it('empty rows part lines; a last point on the first closes one', () => {
    expect(lengths('0,0\n10,0\n10,10\n0,10\n0,0\n\n5,5\n6,5')).toEqual([
      [40, true],
      [1, false],
    ]);
  });
  it('a third number is the height: a line in space, parted by empty rows', () => {
    const { contours, inSpace } = readCsv('0,0,0\n3,4,12\n\n0,0,5\n9,0,5\n9,9,5\n0,0,5\n');
    expect(contours).toEqual([]);
    expect(inSpace.map(({ id, length, closed }) => [id, length, closed])).toEqual([
      ['points-1', 13, false],
      ['points-2', 18 + Math.hypot(9, 9), true],
    ]);
    expect(readCsv('name,z,y,x\na,0,0,0\nb,12,4,3').inSpace[0].length).toBe(13);
    expect(() => readCsv('0,0,0\n3,4')).toThrow(/Row 2 .* no point in space/);
    expect(readCsv('0,0,0\n\n1,1,1\n2,1,1').skipped.map(({ what }) => what)).toEqual(['point']);
  });
  it('y runs up, as it is written', () => {
    expect(readCsv('0,0\n0,5').contours[0].contour.segments[0]).toMatchObject({ b: { x: 0, y: 5 } });
  });
  it('single points and points in one place are said', () => {
    const { contours, skipped } = readCsv('1,1\n\n2,2\n2,2\n\n0,0\n1,0');
    expect(contours).toHaveLength(1);
    expect(skipped.map((s) => s.what)).toEqual(['point', 'points']);
  });
  it.each([
    ['', /empty/],
    ['0,0\n1,one', /Row 2 .*“1 \| one”/],
    ['0,0\n1', /Row 2/],
    ['0,0\nNaN,1', /Row 2/],
    ['0,0\n1e999,1', /Row 2/],
    ['x,y\n', /holds no points/],
    ['<svg/>', /holds no points/],
  ])('%j is refused or holds nothing', (text, message) => {
    try {
      expect(readCsv(text).contours).toEqual([]);
    } catch (error) {
      expect((error as Error).message).toMatch(message);
    }
  });
  it('ten million points are too many', () => {
    expect(() => readCsv('1,2\n'.repeat(MOST_POINTS + 1))).toThrow(/more than 200000 points/);
    expect(() => readCsv('1,2\n'.repeat(10_000_000))).toThrow(/at most 20 MB/);
  });
});
