import { afterNextRender, assertInInjectionContext, DestroyRef, inject } from '@angular/core';

/**
 * Does work after a component was first rendered, in a task of its own, so that the page answers
 * between the two. Not done where the component is gone by then. Needs an injection context.
 */
export function inTaskOfItsOwn(work: () => void): void {
  assertInInjectionContext(inTaskOfItsOwn);
  const destroyed = inject(DestroyRef);
  afterNextRender(() => {
    const timer = setTimeout(work);
    destroyed.onDestroy(() => clearTimeout(timer));
  });
}
