import { describe, expect, it } from 'vitest';
import { SpotPicks, type Spot } from './spot-picks.service';

const spot = (x: number): Spot => ({ at: { x, y: 0, z: 0 }, on: null });

describe('spots picked in space', () => {
  it('are asked for one by one, and all of them are told of once', () => {
    const picks = new SpotPicks();
    const told: (readonly Spot[])[] = [];
    const asked: (string | null)[] = [];
    picks.question$.subscribe((question) =>
      asked.push(question && `${question.words} ${question.number}/${question.of}`),
    );
    picks.ask(['the first', 'the second'], (spots) => told.push(spots));
    picks.give(spot(1));
    expect(told).toEqual([]);
    picks.give(spot(2));
    expect(told).toEqual([[spot(1), spot(2)]]);
    // Nothing is asked for any more.
    picks.give(spot(3));
    expect(told).toHaveLength(1);
    expect(asked).toEqual([null, 'the first 1/2', 'the second 2/2', null]);
  });

  it('are forgotten when the picking is stopped, or something else is asked for', () => {
    const picks = new SpotPicks();
    const told: string[] = [];
    picks.ask(['one', 'two'], () => told.push('first'));
    picks.give(spot(1));
    picks.ask(['other'], ([only]) => told.push(`second ${only.at.x}`));
    expect(picks.now).toEqual({ words: 'other', number: 1, of: 1 });
    picks.give(spot(7));
    expect(told).toEqual(['second 7']);
    picks.ask(['one'], () => told.push('third'));
    picks.stop();
    picks.give(spot(1));
    expect(told).toEqual(['second 7']);
    expect(picks.now).toBeNull();
  });

  it('who is told may ask for more', () => {
    const picks = new SpotPicks();
    picks.ask(['a'], () => picks.ask(['b'], () => undefined));
    picks.give(spot(1));
    expect(picks.now?.words).toBe('b');
  });
});
