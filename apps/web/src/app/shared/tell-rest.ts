import type { ApplicationRef } from '@angular/core';

/**
 * Tells on the page itself, for whoever looks at it from outside, while something of it is still to come: a part that
 * is being loaded, or one that is there and not filled in yet.
 */
export function tellRest({ isStable }: ApplicationRef, page: HTMLElement): void {
  isStable.subscribe((rests) => page.toggleAttribute('data-changing', !rests));
}
