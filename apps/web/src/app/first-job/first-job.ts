/** Where the browser keeps which job was made first in it, or that the way through it is not wanted. */
const KEY = 'first-job';
const NEVER = 'never';

/** The id of the first job, as long as its way is shown; says so of another one where none was before. */
export function firstJob(made?: string): string | null {
  const known = localStorage.getItem(KEY);
  if (made === NEVER || (made !== undefined && known === null)) localStorage.setItem(KEY, made);
  const now = localStorage.getItem(KEY);
  return now === NEVER ? null : now;
}
