import '@angular/compiler';
import { expect, it } from 'vitest';
import { numbersIn } from './kept-pictures.service';

it('a picture is weighed by the numbers and texts in it, and no further than it may be', () => {
  const picture = {
    rows: [{ pins: new Float64Array(40), name: 'row' }],
    prepared: new Map([['a', [1, 2, null]]]),
  };
  expect(numbersIn(picture, 1_000)).toBe(40 + 1 + 3);
  expect(numbersIn(new Float64Array(1e6), 500)).toBeGreaterThanOrEqual(500);
  expect(
    numbersIn(
      Array.from({ length: 1e5 }, () => 1),
      500,
    ),
  ).toBe(500);
});
