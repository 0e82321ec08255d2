import { describe, expect, it } from 'vitest';
import { fitView, roundStep, toModel, toScreen, zoomAbout } from './view-port';

describe('the view of the drawing', () => {
  it('shows all of the bounds, centred, y up', () => {
    const view = fitView([-50, 0, 150, 100], 500, 400, 50);
    expect(view.scale).toBe(2);
    expect(toScreen(view, 50, 50)).toEqual({ x: 250, y: 200 });
    expect(toScreen(view, 50, 100).y).toBeLessThan(200);
    expect(toModel(view, 250, 200)).toEqual({ x: 50, y: 50 });
  });

  it('zooms about the pointer: what is under it stays', () => {
    const view = fitView([0, 0, 100, 100], 500, 400, 50);
    const before = toModel(view, 123, 77);
    const after = toModel(zoomAbout(view, 123, 77, 1.7), 123, 77);
    expect(after.x).toBeCloseTo(before.x, 9);
    expect(after.y).toBeCloseTo(before.y, 9);
  });

  it('keeps the enlargement within limits', () => {
    let view = fitView([0, 0, 100, 100], 500, 400, 50);
    for (let k = 0; k < 100; k++) view = zoomAbout(view, 0, 0, 2);
    expect(view.scale).toBe(400);
  });

  it('rules the paper in round steps', () => {
    expect([roundStep(1, 16), roundStep(2, 16), roundStep(0.1, 16), roundStep(33, 16)]).toEqual([
      20, 10, 200, 0.5,
    ]);
  });
});
