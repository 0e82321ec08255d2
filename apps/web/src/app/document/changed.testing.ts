import { edit, RefusedChange, type Edited, type Recipe } from './history';

/** Carries out a change that is not refused. */
export function changed(state: Edited, label: string, recipe: Recipe): Edited {
  const next = edit(state, label, recipe);
  if (next instanceof RefusedChange) throw new Error(next.words);
  return next;
}
