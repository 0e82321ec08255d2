import type { NzNotificationService } from 'ng-zorro-antd/notification';

/** How long something that was taken away is offered back, ms. */
const OFFERED_FOR = 12_000;

/** Says that something was taken away; a click on the note puts it back. */
export function offerBack(notes: NzNotificationService, said: string, restore: () => Promise<void>): void {
  const note = notes.blank(said, 'Click here to put it back.', { nzDuration: OFFERED_FOR });
  note.onClick.subscribe(() => {
    notes.remove(note.messageId);
    void restore();
  });
}
