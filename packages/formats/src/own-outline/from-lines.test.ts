import { parsePathData, type Contour } from '@coin-relay/core';
import { checkOutline, ownPiece } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { inPlanes, joinDrawing } from '../drawing';
import { readSvg } from '../svg/read';
import { outlineFromLines } from './index';

const lines = (...data: string[]): Contour[] => data.flatMap((d) => parsePathData(d));
const square = (x: number, y: number, size: number): string => `M${x} ${y}h${size}v${size}h${-size}Z`;

describe('outlines from the lines of a drawing', () => {
  it('holes belong to what is round them, and what stands in a hole is an outline again', () => {
    const parts = outlineFromLines(
      lines(square(40, 40, 20), square(0, 0, 100), square(20, 20, 60), square(200, 0, 30)),
    );
    expect(parts.map(({ data }) => parsePathData(data).length)).toEqual([2, 1, 1]);
    checkOutline(parts);
  });

  it('open lines are left out, unless there is nothing else', () => {
    expect(outlineFromLines(lines('M0 0L50 0', square(0, 0, 10)))).toHaveLength(1);
    expect(() => outlineFromLines(lines('M0 0L50 0L50 9'))).toThrow(
      /None of the 1 lines in the file is closed/,
    );
    expect(() => outlineFromLines([])).toThrow(/no line in the file/);
  });

  it('more outlines than a piece takes are refused', () => {
    const many = Array.from({ length: 61 }, (_, i) => square(20 * i, 0, 10));
    expect(() => outlineFromLines(lines(...many))).toThrow(/61 outlines; a piece takes at most 60/);
  });

  it('a drawing in mm keeps its size and stands upright', () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="20mm" viewBox="0 0 400 200"><path d="M0 0L400 0L400 50L0 200Z"/></svg>';
    const found = inPlanes(joinDrawing(readSvg(svg), 0.01)).map(({ contour }) => contour);
    const piece = ownPiece('own', 'Wedge', 'wedge.svg', outlineFromLines(found));
    expect(piece.pitch).toBeCloseTo(32, 6);
    // In the file y runs down: what was its upper edge is the upper one here too.
    const ys = parsePathData(piece.outline[0].data)[0].segments.map((p) => (p.kind === 'line' ? p.a.y : NaN));
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(20, 6);
  });
});
