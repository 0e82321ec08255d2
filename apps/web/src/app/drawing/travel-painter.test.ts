import { DEFAULT_REQUEST, fitRow, type FitOutcome, type FitRequest } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { travelBounds } from './travel-painter';

const fitted = (change: Partial<FitRequest>): FitOutcome =>
  fitRow(
    {
      kind: 'route',
      closed: true,
      wheels: [0, 300].map((x) => ({
        id: `w${x}`,
        x,
        y: 0,
        turn: 'ccw',
        size: { by: 'radius', radius: 40 },
      })),
    },
    { ...DEFAULT_REQUEST, pitch: 12.7, ...change },
  );

describe('the line that a wheel moves along', () => {
  it('ends as far from where the wheel stood as it may go, wherever it is now', () => {
    const tension = { wheel: 'w300', dx: 3, dy: 0, min: -20, max: 30 };
    const moved = fitted({ hold: 'wheel', tension });
    expect(moved.takeUp).not.toBe(0);
    expect(travelBounds(moved)).toEqual([
      [280, 0, 280, 0].map((value) => expect.closeTo(value, 9) as number),
      [330, 0, 330, 0].map((value) => expect.closeTo(value, 9) as number),
    ]);
  });

  it('is not there while something else gives way', () => {
    expect(travelBounds(fitted({}))).toEqual([]);
  });
});
