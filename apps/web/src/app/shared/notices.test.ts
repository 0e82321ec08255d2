import '@angular/compiler';
import { Injector } from '@angular/core';
import { NzNotificationService } from 'ng-zorro-antd/notification';
import { expect, it, vi } from 'vitest';
import { Notices } from './notices.service';

// Its module asks for a page when it is loaded; only its token is needed here.
vi.mock('ng-zorro-antd/notification', () => ({ NzNotificationService: Symbol('notes') }));

it('says why something was not done, one note at a time, which goes by itself', async () => {
  const blank = vi.fn();
  const injector = Injector.create({
    providers: [{ provide: NzNotificationService, useValue: { blank } }, { provide: Notices }],
  });
  await injector.get(Notices).refused('“Change sequence” cannot be: “Lift” would have no piece left.');
  expect(blank).toHaveBeenCalledWith(
    'Nothing was changed',
    '“Change sequence” cannot be: “Lift” would have no piece left.',
    { nzDuration: 9_000, nzKey: 'refused' },
  );
});
