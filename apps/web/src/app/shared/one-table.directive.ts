import { afterEveryRender, Directive, ElementRef, inject } from '@angular/core';

/**
 * A table that scrolls is two to the browser, one for its head and one for its rows. To whoever hears it, it is one: the
 * element itself is the table, and its rows and cells say what they are.
 */
@Directive({ selector: 'nz-table[relayOneTable]', host: { role: 'table' } })
export class OneTableDirective {
  constructor() {
    const host: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterEveryRender({
      write: () =>
        host.querySelectorAll('table').forEach((part) => part.setAttribute('role', 'presentation')),
    });
  }
}
