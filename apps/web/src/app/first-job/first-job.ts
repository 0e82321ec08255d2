/** Where the browser keeps which job was made first in it, or that the way through it is not wanted. */
const KEY = 'first-job';
const NEVER = 'never';
/** Where it keeps which stages of it have been gone. */
const GONE = 'first-job-gone';

/** The id of the first job, as long as its way is shown; says so of another one where none was before. */
export function firstJob(made?: string): string | null {
  const known = localStorage.getItem(KEY);
  if (made === NEVER || (made !== undefined && known === null)) localStorage.setItem(KEY, made);
  const now = localStorage.getItem(KEY);
  return now === NEVER ? null : now;
}

/** The stages of the way that have been gone, also on an earlier visit; with a stage, that one too from now on. */
export function stagesGone(more?: string): ReadonlySet<string> {
  const gone = new Set((localStorage.getItem(GONE) ?? '').split(' ').filter((stage) => stage !== ''));
  if (more !== undefined && !gone.has(more)) {
    gone.add(more);
    localStorage.setItem(GONE, [...gone].join(' '));
  }
  return gone;
}
