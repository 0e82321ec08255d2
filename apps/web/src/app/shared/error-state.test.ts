import { describe, expect, it } from 'vitest';
import { ErrorState } from './error-state';

describe('what went wrong', () => {
  it('is said, and gone when the next work begins', async () => {
    const trouble = new ErrorState();
    await trouble.during(() => Promise.reject(new Error('No room left.')));
    expect(trouble.words()).toBe('No room left.');
    let atStart = 'not looked at';
    await trouble.during(async () => {
      atStart = trouble.words();
      await Promise.resolve();
    });
    expect([atStart, trouble.words()]).toEqual(['', '']);
  });

  it('work that fails before its first wait, or with something else than an error, is said as well', async () => {
    const trouble = new ErrorState();
    await trouble.during(() => {
      throw new RangeError('Too many.');
    });
    expect(trouble.words()).toBe('Too many.');

    await trouble.during(() => Promise.reject('gone'));
    expect(trouble.words()).toBe('gone');
    trouble.clear();
    expect(trouble.words()).toBe('');
  });
});
