import type { Job } from '../job/schema';

/** Ids are no longer than this. */
const LONGEST_ID = 40;
const LISTS = ['paths', 'pieces', 'wheels', 'runs', 'anchors', 'measures', 'ties'] as const;

/**
 * All parts of a job that the fit and the set-out of a run can depend on, in a fixed order: while
 * every one of them is the same object, so is what is worked out from them.
 *
 * Whatever a part names by an id is taken for an input of it, and so are the runs on a path, which
 * decide the pitch of its teeth. A text that happens to be an id only makes for an input too many,
 * never for one too few; no field can be forgotten.
 */
export function inputsOfRun(job: Job, run: string): readonly unknown[] {
  const byId = new Map<string, Named[]>();
  for (const list of LISTS) {
    for (const entry of job[list] ?? []) byId.set(entry.id, [...(byId.get(entry.id) ?? []), entry]);
  }
  const found = new Set<Named>();
  const open: Named[] = job.runs.filter(({ id }) => id === run);
  for (let next = open.pop(); next; next = open.pop()) {
    if (found.has(next)) continue;
    found.add(next);
    for (const text of textsIn(next)) open.push(...(byId.get(text) ?? []));
    for (const on of job.runs) if (on.path === next.id) open.push(on);
  }
  return [job.materials, ...LISTS.flatMap((list) => (job[list] ?? []).filter((entry) => found.has(entry)))];
}

interface Named {
  readonly id: string;
}

/** Parts of documents are never written to, so what is in them is looked up once. */
const known = new WeakMap<object, ReadonlySet<string>>();

function textsIn(part: object): ReadonlySet<string> {
  const before = known.get(part);
  if (before) return before;
  const texts = new Set<string>();
  const open: unknown[] = [part];
  while (open.length > 0) {
    const value = open.pop();
    if (typeof value === 'string' && value.length <= LONGEST_ID) texts.add(value);
    else if (typeof value === 'object' && value !== null)
      for (const inner of Object.values(value)) open.push(inner);
  }
  known.set(part, texts);
  return texts;
}
