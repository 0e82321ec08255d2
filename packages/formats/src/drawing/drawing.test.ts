import { describe, expect, it } from 'vitest';
import { dxfFile, entity } from '../dxf/dxf.testing';
import { readDxf } from '../dxf';
import { drawingFormat, joinDrawing, readDrawing } from './index';

const line = (x0: number, y0: number, x1: number, y1: number): string =>
  entity('LINE', 10, x0, 20, y0, 11, x1, 21, y1);

describe('joining the lines of a drawing', () => {
  const text = dxfFile([
    line(0, 0, 100, 0),
    line(100, 0.02, 100, 50),
    line(0, 50, 100, 50),
    line(0, 50, 0, 0),
    line(200, 0, 230, 0),
  ]);
  it('sides become a closed line, the widest gap is stated, the longest comes first', () => {
    const [loop, rest] = joinDrawing(readDxf(text), 0.05);
    expect([loop.closed, loop.parts.length]).toEqual([true, 4]);
    expect(loop.widest).toBeCloseTo(0.02, 9);
    expect(Math.abs(loop.length - 300)).toBeLessThan(0.02);
    expect([rest.length, rest.parts.length, rest.widest]).toEqual([30, 1, 0]);
  });
  it('at a smaller tolerance the gap stays', () => {
    expect(joinDrawing(readDxf(text), 0.01).map((c) => c.closed)).toEqual([false, false]);
  });
});

describe('lines that cannot be joined', () => {
  const svg = (...d: string[]): string =>
    `<svg xmlns="http://www.w3.org/2000/svg">${d.map((each) => `<path d="${each}"/>`).join('')}</svg>`;

  it('a line shorter than the tolerance is no loop: it stays as it is', () => {
    const lines = joinDrawing(readDrawing('svg', svg('M0 0V1', 'M50 0V30')), 1.5);
    expect(lines.map(({ length, closed }) => [length, closed])).toEqual([
      [30, false],
      [1, false],
    ]);
  });

  it('what would have more pieces than a path may have stays in its parts', () => {
    const zigzag = (y: number): string => `M0 ${y}${'h1v1h-1v1'.repeat(7_500)}`;
    const one = zigzag(0);
    const two = zigzag(15_000);
    expect(joinDrawing(readDrawing('svg', svg(one, two)), 0.01)).toHaveLength(2);
    expect(joinDrawing(readDrawing('svg', svg('M0 0v5', 'M0 5v5')), 0.01)).toHaveLength(1);
  });
});

describe('what the lines of a drawing are called', () => {
  it('copies of one are numbered, past the names that are taken', () => {
    const copies = '<use href="#a"/>'.repeat(3);
    const { contours } = readDrawing(
      'svg',
      `<svg xmlns="http://www.w3.org/2000/svg"><path id="a-3" d="M0 0h1"/><path id="a" d="M0 0h1"/>${copies}</svg>`,
    );
    expect(contours.map(({ id }) => id)).toEqual(['a-3', 'a', 'a-2', 'a-4', 'a-5']);
  });
});

describe('which format a file has', () => {
  it.each([
    ['a.svg', '', 'svg'],
    ['a.DXF', '', 'dxf'],
    ['points.csv', '', 'csv'],
    ['drawing', '<?xml version="1.0"?><svg/>', 'svg'],
    ['drawing.bak', '  0\nSECTION\n', 'dxf'],
  ])('%s', (name, text, format) => {
    expect(drawingFormat(name, text)).toBe(format);
  });
  it('anything else is refused by its name', () => {
    expect(() => drawingFormat('song.mp3', 'ID3')).toThrow(/song\.mp3 is none of the files/);
  });
  it('a file that is not what it claims says so', () => {
    expect(() => readDrawing('dxf', '<svg/>')).toThrow(/not a DXF file/);
    expect(() => readDrawing('svg', '0\nSECTION\n')).toThrow(/XML/);
  });
});

it('a polyline of 20,000 points is read whole', () => {
  const n = 20_000;
  const points = Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n;
    return `10\n${500 * Math.cos(a)}\n20\n${300 * Math.sin(a)}\n`;
  }).join('');
  const [contour] = readDxf(dxfFile([entity('LWPOLYLINE', 90, n, 70, 1) + points])).contours;
  expect(contour.contour.segments).toHaveLength(n);
});
