import { DestroyRef, inject } from '@angular/core';

/** The owner of what is asked for here: cancels it when this goes away. */
export function untilDestroyed(): AbortSignal {
  const owner = new AbortController();
  inject(DestroyRef).onDestroy(() => owner.abort());
  return owner.signal;
}
