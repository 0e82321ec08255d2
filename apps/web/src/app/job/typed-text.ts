/** Is it something that text is typed into? */
export const takesText = (target: EventTarget | null): target is HTMLElement =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (target instanceof HTMLInputElement && target.type !== 'radio' && target.type !== 'checkbox') ||
    target instanceof HTMLTextAreaElement);

/** Which fields hold text that was typed and not yet taken: keys for it belong to the field. */
export class TypedText {
  private readonly pending = new WeakSet<EventTarget>();

  constructor() {
    addEventListener('input', this.typed, true);
    addEventListener('keydown', this.taken);
    addEventListener('focusout', this.left);
  }

  destroy(): void {
    removeEventListener('input', this.typed, true);
    removeEventListener('keydown', this.taken);
    removeEventListener('focusout', this.left);
  }

  isPending(target: EventTarget | null): boolean {
    return target !== null && this.pending.has(target);
  }

  private readonly typed = ({ target }: Event): void => {
    if (takesText(target)) this.pending.add(target);
  };

  /** Enter takes what was typed, where it can be taken; Escape puts it back. It is heard after the field has. */
  private readonly taken = ({ key, target }: KeyboardEvent): void => {
    if (!(target instanceof HTMLElement)) return;
    const wrong = target.getAttribute('aria-invalid') === 'true';
    if (key === 'Escape' || (key === 'Enter' && !wrong)) this.pending.delete(target);
  };

  private readonly left = ({ target }: Event): void => {
    if (target) this.pending.delete(target);
  };
}
