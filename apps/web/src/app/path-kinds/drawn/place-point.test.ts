import { drawnContour, measurePath, type DrawnPath } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { closeByPlacing, placePoint } from './place-point';

const empty: DrawnPath = { closed: false, points: [] };
const at = (x: number, y: number): { x: number; y: number } => ({ x, y });

describe('placing points', () => {
  it('clicks make straight pieces', () => {
    const path = placePoint(placePoint(empty, at(0, 0), null), at(30, 40), null);
    expect(measurePath(drawnContour(path)).length).toBe(50);
  });
  it('a pull makes the point flow: its arm leaves as it arrives', () => {
    let path = placePoint(placePoint(empty, at(0, 0), null), at(60, 0), at(0, 20));
    path = placePoint(path, at(120, 0), null);
    expect(path.points[1].flowing).toBe(true);
    expect(path.points[0].next).toMatchObject({ kind: 'curve', in: { x: -0, y: -20 } });
    expect(path.points[1].next).toMatchObject({ kind: 'curve', out: { x: 0, y: 20 } });
  });
  it('closed on a flowing first point, it arrives without a corner', () => {
    let path = placePoint(empty, at(0, 0), at(0, -20));
    for (const [x, y] of [
      [50, -40],
      [100, 0],
    ])
      path = placePoint(path, at(x, y), null);
    const closed = closeByPlacing(path);
    expect(closed.closed).toBe(true);
    expect(closed.points).toHaveLength(3);
    expect(closed.points[2].next).toMatchObject({ kind: 'curve', in: { x: -0, y: 20 } });
  });
});
