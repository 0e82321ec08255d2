import { computed, inject, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Job, PathKind, PathOf, Unit } from '@coin-relay/model';
import { changePath, layPath } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { PathWork } from '../session/path-work.service';

/** What a panel of one kind of path works with. */
export interface PathPanel<K extends PathKind> {
  readonly job: Signal<Job | undefined>;
  readonly unit: Signal<Unit>;
  /** The path at work; null for a moment while another kind is chosen. */
  readonly path: Signal<PathOf<K> | null>;
  /** Changes the path at work: one step of undo. */
  change(next: PathOf<K>, label?: string): void;
  /** The same where it may lie in another plane then. */
  lay(next: PathOf<K>, label: string): void;
}

/** For the constructors of panels. */
export function injectPathPanel<K extends PathKind>(kind: K): PathPanel<K> {
  const store = inject(JobStore);
  const at = toSignal(inject(PathWork).path$, { initialValue: null });
  const job = toSignal(store.job$);
  const path = computed(() => {
    const found = at();
    return found?.kind === kind ? (found as PathOf<K>) : null;
  });
  return {
    job,
    path,
    unit: computed(() => job()?.unit ?? 'mm'),
    change: (next, label) => {
      const base = path();
      if (base) store.change(changePath(base, next, label));
    },
    lay: (next, label) => {
      const base = path();
      if (base) store.change(layPath(base, next, label));
    },
  };
}
