import { inject, Injectable, Injector } from '@angular/core';

/** How long something that was taken away is offered back, ms. */
const OFFERED_FOR = 12_000;

/** Offers what was taken away back for a while. What shows the note is loaded when the first is shown. */
@Injectable({ providedIn: 'root' })
export class OfferBack {
  private readonly injector = inject(Injector);

  /** Says that something was taken away; a click on the note puts it back. */
  async offer(said: string, restore: () => Promise<void> | void): Promise<void> {
    const { NzNotificationService } = await import('ng-zorro-antd/notification');
    const notes = this.injector.get(NzNotificationService);
    const note = notes.blank(said, 'Click here to put it back.', { nzDuration: OFFERED_FOR });
    note.onClick.subscribe(() => {
      notes.remove(note.messageId);
      void restore();
    });
  }
}
