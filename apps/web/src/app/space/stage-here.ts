import { afterNextRender, DestroyRef, type ElementRef, inject, signal, type Signal } from '@angular/core';
import { stageIn, type SpaceStage } from './space-stage';

/** A stage of a component's own. */
export interface StageHere {
  /** Null until it is there, and where there is none. */
  readonly stage: Signal<SpaceStage | null>;
  /** Whether this machine has no WebGL. */
  readonly missing: Signal<boolean>;
}

/** Sets a stage up within an element of a component, as large as that is, until the component goes. */
export function stageHere(surface: Signal<ElementRef<HTMLElement>>): StageHere {
  const stage = signal<SpaceStage | null>(null);
  const missing = signal(false);
  const destroyed = inject(DestroyRef);
  afterNextRender(() => {
    const made = stageIn(surface().nativeElement);
    if (!made) {
      missing.set(true);
      return;
    }
    const watcher = new ResizeObserver(() => made.resize());
    watcher.observe(made.element);
    stage.set(made);
    destroyed.onDestroy(() => {
      watcher.disconnect();
      made.dispose();
    });
  });
  return { stage, missing };
}
