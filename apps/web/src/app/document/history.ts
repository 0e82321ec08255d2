import {
  firstJobFault,
  tidyMotion,
  type Edit,
  type History,
  type HistoryChange,
  type Job,
} from '@coin-relay/model';
import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';

enablePatches();

/** A change of the document: writes onto the draft it is given. */
export type Recipe = (draft: Draft<Job>) => void;

/** A change that is still being made, for instance while a wheel is dragged. One step of undo in the end. */
export interface Gesture {
  /** Replaces what the gesture has done so far: the recipe starts from the document before it. */
  update(recipe: Recipe): void;
  commit(): void;
  cancel(): void;
}

/** A document and the steps that led to it. */
export interface Edited {
  readonly job: Job;
  readonly history: History;
}

/** A change that cannot be, and in words why: what would not go together after it. */
export class RefusedChange {
  constructor(readonly words: string) {}
}

/**
 * Carries out a change; the same object comes back where it changes nothing. What moved with things
 * that the change takes away goes with them. One after which the job could not be kept is refused.
 */
export function edit(state: Edited, label: string, recipe: Recipe): Edited | RefusedChange {
  const [job, forward, inverse] = produceWithPatches(state.job, (draft) => {
    recipe(draft);
    tidyMotion(draft);
  });
  if (forward.length === 0) return state;
  const fault = firstJobFault(job);
  if (fault) return new RefusedChange(`“${label}” cannot be: ${fault.message}.`);
  const step: Edit = { label, forward: forward, inverse: inverse };
  const edits = [...state.history.edits.slice(0, state.history.done), step];
  return { job, history: { edits, done: edits.length } };
}

export function undo(state: Edited): Edited {
  const { edits, done } = state.history;
  if (done === 0) return state;
  return {
    job: applyPatches(state.job, edits[done - 1].inverse as Patch[]),
    history: { edits, done: done - 1 },
  };
}

/** What undo and redo would take back or bring again; null where there is nothing. */
export function stepsOf(edited: Edited | null): { undo: string | null; redo: string | null } {
  const { edits, done } = edited?.history ?? { edits: [], done: 0 };
  return {
    undo: done > 0 ? edits[done - 1].label : null,
    redo: done < edits.length ? edits[done].label : null,
  };
}

export function redo(state: Edited): Edited {
  const { edits, done } = state.history;
  if (done >= edits.length) return state;
  return { job: applyPatches(state.job, edits[done].forward as Patch[]), history: { edits, done: done + 1 } };
}

/** What to tell the server of a history that it knows an earlier state of. */
export function historyChange(known: History, now: History): HistoryChange {
  let keep = 0;
  const most = Math.min(known.edits.length, now.edits.length);
  // Steps are never changed, only added and dropped, so the same object is the same step.
  while (keep < most && known.edits[keep] === now.edits[keep]) keep++;
  return { keep, add: now.edits.slice(keep), done: now.done };
}
