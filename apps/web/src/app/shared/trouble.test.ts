import { Subject } from 'rxjs';
import type { NzNotificationRef, NzNotificationService } from 'ng-zorro-antd/notification';
import { describe, expect, it, vi } from 'vitest';
import { offerBack } from './offer-back';
import { Trouble } from './trouble';

describe('what went wrong', () => {
  it('is said, and gone when the next work begins', async () => {
    const trouble = new Trouble();
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
    const trouble = new Trouble();
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

describe('what was taken away', () => {
  it('comes back by a click, and the note goes', () => {
    const onClick = new Subject<MouseEvent>();
    const remove = vi.fn();
    const blank = vi.fn(() => ({ onClick, messageId: 'note-1' }) as unknown as NzNotificationRef);
    const restore = vi.fn(() => Promise.resolve());
    offerBack({ blank, remove } as unknown as NzNotificationService, 'The lift was taken away', restore);
    expect(blank).toHaveBeenCalledWith('The lift was taken away', 'Click here to put it back.', {
      nzDuration: 12_000,
    });
    expect(restore).not.toHaveBeenCalled();
    onClick.next({} as MouseEvent);
    expect(restore).toHaveBeenCalledOnce();
    expect(remove).toHaveBeenCalledWith('note-1');
  });
});
