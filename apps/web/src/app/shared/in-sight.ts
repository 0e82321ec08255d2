import { DestroyRef, inject, signal, type Signal } from '@angular/core';

/** How far from the screen something counts as in sight. */
const MARGIN = '200px';

/** Whether an element is on the screen, or nearly. */
export function inSight(element: Element): Signal<boolean> {
  const seen = signal(false);
  const watcher = new IntersectionObserver(
    (entries) => {
      // The last one is the newest.
      seen.set(entries[entries.length - 1].isIntersecting);
    },
    { rootMargin: MARGIN },
  );
  watcher.observe(element);
  inject(DestroyRef).onDestroy(() => watcher.disconnect());
  return seen.asReadonly();
}
