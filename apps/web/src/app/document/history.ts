import { tidyMotion, type Edit, type History, type HistoryChange, type Job } from '@coin-relay/model';
import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';

enablePatches();

/** A change of the document: writes onto the draft it is given. */
export type Recipe = (draft: Draft<Job>) => void;

/** A document and the steps that led to it. */
export interface Edited {
  readonly job: Job;
  readonly history: History;
}

/**
 * Carries out a change; the same object comes back where it changes nothing. What moved with things
 * that the change takes away goes with them.
 */
export function edit(state: Edited, label: string, recipe: Recipe): Edited {
  const [job, forward, inverse] = produceWithPatches(state.job, (draft) => {
    recipe(draft);
    tidyMotion(draft);
  });
  if (forward.length === 0) return state;
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
