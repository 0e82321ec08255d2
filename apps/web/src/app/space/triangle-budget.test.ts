import { describe, expect, it } from 'vitest';
import { TriangleBudget } from './triangle-budget';

describe('triangles that can be drawn', () => {
  it('are claimed until there are none left, and given back', () => {
    const budget = new TriangleBudget((many) => many <= 100);
    const [one, other] = [{}, {}];
    expect(budget.claim(one, 60)).toBe(true);
    expect(budget.claim(other, 41)).toBe(false);
    expect(budget.claim(other, 30)).toBe(true);
    expect(budget.claim(one, 11)).toBe(false);
    expect(budget.claim(one, 10)).toBe(true);
    budget.release(one);
    expect(budget.claim(other, 70)).toBe(true);
    expect(budget.claim(other, 1)).toBe(false);
  });
});
