import { inject, Injectable, Injector } from '@angular/core';
import { SHOWN_FOR } from './fading';

/** Notes that go by themselves. What shows them is loaded with the first. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly injector = inject(Injector);

  /** Says that something was not done, and why. */
  async refused(why: string): Promise<void> {
    const { NzNotificationService } = await import('ng-zorro-antd/notification');
    const notes = this.injector.get(NzNotificationService);
    notes.blank('Nothing was changed', why, { nzDuration: SHOWN_FOR, nzKey: 'refused' });
  }
}
