import '@angular/compiler';
import { Injector } from '@angular/core';
import { NzNotificationService } from 'ng-zorro-antd/notification';
import { Subject } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { OfferBack } from './offer-back.service';

vi.mock('ng-zorro-antd/notification', () => ({ NzNotificationService: Symbol('notes') }));

describe('what was taken away', () => {
  it('comes back by a click, and the note goes', async () => {
    const onClick = new Subject<MouseEvent>();
    const notes = { remove: vi.fn(), blank: vi.fn(() => ({ onClick, messageId: 'note-1' })) };
    const restore = vi.fn(() => Promise.resolve());
    const back = Injector.create({
      providers: [{ provide: NzNotificationService, useValue: notes }, { provide: OfferBack }],
    }).get(OfferBack);
    await back.offer('The lift was taken away', restore);
    expect(notes.blank).toHaveBeenCalledWith('The lift was taken away', 'Click here to put it back.', {
      nzDuration: 12_000,
    });
    expect(restore).not.toHaveBeenCalled();
    onClick.next({} as MouseEvent);
    expect(restore).toHaveBeenCalledOnce();
    expect(notes.remove).toHaveBeenCalledWith('note-1');
  });
});
