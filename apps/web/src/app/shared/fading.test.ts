import { Subject } from 'rxjs';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { fading, SHOWN_FOR } from './fading';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('words go by themselves; new ones stand for their own while; said again, they are there again', () => {
  const words = new Subject<string>();
  const seen: string[] = [];
  fading(words).subscribe((now) => seen.push(now));
  words.next('3 points pasted.');
  vi.advanceTimersByTime(SHOWN_FOR - 1);
  words.next('On the grid.');
  vi.advanceTimersByTime(SHOWN_FOR - 1);
  expect(seen).toEqual(['3 points pasted.', 'On the grid.']);
  vi.advanceTimersByTime(1);
  words.next('On the grid.');
  expect(seen.slice(2)).toEqual(['', 'On the grid.']);
  words.next('');
  vi.advanceTimersByTime(SHOWN_FOR);
  expect(seen.at(-1)).toBe('');
  expect(seen).toHaveLength(5);
});
