import {
  afterNextRender,
  afterRenderEffect,
  DestroyRef,
  Directive,
  effect,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NzOptionComponent, NzOptionGroupComponent, NzSelectComponent } from 'ng-zorro-antd/select';

/** Keys the list answers to; any letter opens one that can be searched. */
const KEYS: ReadonlySet<string> = new Set(['ArrowUp', 'ArrowDown', 'Enter', ' ', 'Escape', 'Tab']);

/** As in theme.less, px. */
const OPTION_HEIGHT = 28;

let made = 0;

/**
 * A list to choose from, the library's select: what is chosen is told, and where that is refused, or
 * was a thing to be done, the list shows again what holds. It says what it is to those who do not
 * see it, by the pattern of a combobox that opens a listbox (WAI-ARIA 1.2).
 */
@Directive()
abstract class NamedList<T extends string | number> {
  protected abstract readonly name: () => string;
  protected abstract readonly holds: () => T | null;
  protected abstract readonly told: { emit(value: T): void };

  private readonly select = inject(NzSelectComponent);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly id = `choice-${String(++made)}`;
  private readonly watcher = new MutationObserver(() => this.tellOptions());
  /** What the open list lies in. */
  private overlay: HTMLElement | null = null;

  constructor() {
    const { select } = this;
    select.nzDropdownMatchSelectWidth = false;
    select.nzOptionHeightPx = OPTION_HEIGHT;
    select.registerOnChange((value: T) => {
      this.told.emit(value);
      queueMicrotask(() => select.writeValue(this.holds()));
    });
    effect(() => select.writeValue(this.holds()));
    heedKeys(select);
    const opened = select.nzOpenChange.pipe(takeUntilDestroyed());
    afterNextRender(() => {
      const { box } = this;
      const shown = this.host.querySelector('nz-select-top-control');
      if (shown) shown.id = `${this.id}-now`;
      box?.setAttribute('role', 'combobox');
      box?.setAttribute('aria-haspopup', 'listbox');
      box?.setAttribute('aria-describedby', `${this.id}-now`);
      this.tellOpen(false);
      opened.subscribe((open) => this.tellOpen(open));
      select.cdkConnectedOverlay.attach.subscribe(() => this.watch());
      select.cdkConnectedOverlay.detach.subscribe(() => this.watcher.disconnect());
    });
    inject(DestroyRef).onDestroy(() => this.watcher.disconnect());
    afterRenderEffect({ write: () => this.box?.setAttribute('aria-label', this.name()) });
  }

  private get box(): HTMLInputElement | null {
    return this.host.querySelector('input');
  }

  private tellOpen(open: boolean): void {
    const { box } = this;
    box?.setAttribute('aria-expanded', String(open));
    if (open) return;
    box?.removeAttribute('aria-controls');
    box?.removeAttribute('aria-activedescendant');
  }

  private watch(): void {
    this.overlay = this.select.cdkConnectedOverlay.overlayRef.overlayElement;
    this.watcher.disconnect();
    this.watcher.observe(this.overlay, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['class'],
    });
    this.tellOptions();
  }

  /** The library draws only those options that are in sight, and anew as it is scrolled. */
  private tellOptions(): void {
    const { box } = this;
    const list = this.overlay?.querySelector('.cdk-virtual-scroll-content-wrapper');
    // A list that is on its way out still changes; by then there is nothing to tell of.
    if (!box || !list || !this.select.nzOpen) return;
    list.id = `${this.id}-list`;
    list.setAttribute('role', 'listbox');
    list.setAttribute('aria-label', this.name());
    box.setAttribute('aria-controls', list.id);
    list.querySelectorAll('nz-option-item').forEach((option, i) => {
      option.id = `${this.id}-${String(i)}`;
      option.setAttribute('role', 'option');
      option.setAttribute(
        'aria-selected',
        String(option.classList.contains('ant-select-item-option-selected')),
      );
      if (option.classList.contains('ant-select-item-option-active'))
        box.setAttribute('aria-activedescendant', option.id);
    });
    for (const group of list.querySelectorAll('nz-option-item-group'))
      group.setAttribute('role', 'presentation');
  }
}

/** Otherwise any key that is pressed on it opens the list, also one that is a command of the page. */
function heedKeys(select: NzSelectComponent): void {
  const heard = select.onKeyDown.bind(select);
  select.onKeyDown = (event) => {
    const { key, ctrlKey, metaKey, altKey } = event;
    if (ctrlKey || metaKey || altKey) return;
    if (KEYS.has(key) || (key.length === 1 && select.nzShowSearch)) heard(event);
  };
}

/** A choice of one thing; its own value says what it is a choice of. */
@Directive({ selector: 'nz-select[relayChoice]' })
export class ChoiceDirective<T extends string | number> extends NamedList<T> {
  readonly relayChoice = input.required<string>();
  readonly value = input.required<T>();
  readonly chosen = output<T>();
  protected override readonly name = this.relayChoice;
  protected override readonly holds = this.value;
  protected override readonly told = this.chosen;
}

/** A list of things to do: none of them holds afterwards. */
@Directive({ selector: 'nz-select[relayMenu]' })
export class MenuDirective extends NamedList<string> {
  readonly relayMenu = input.required<string>();
  readonly chosen = output<string>();
  protected override readonly name = this.relayMenu;
  protected override readonly holds = (): null => null;
  protected override readonly told = this.chosen;
}

/** What a template needs for a list to choose from. */
export const CHOICE = [
  NzSelectComponent,
  NzOptionComponent,
  NzOptionGroupComponent,
  ChoiceDirective,
  MenuDirective,
] as const;
