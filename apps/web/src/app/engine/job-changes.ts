import type { Job } from '@coin-relay/model';

/**
 * What makes one state of a job from another. Documents share what did not change, so parts are
 * told apart by reference, and only new ones are sent.
 */
export interface JobChanges {
  /** Values of the job itself that are new; undefined takes one away. */
  readonly values: Readonly<Record<string, unknown>>;
  /** Lists of parts with ids: all ids in order, and the parts that are new. */
  readonly lists: Readonly<
    Record<string, { readonly ids: readonly string[]; readonly parts: readonly Part[] }>
  >;
}

interface Part {
  readonly id: string;
}

type Fields = Readonly<Record<string, unknown>>;

export function changesBetween(before: Job, after: Job): JobChanges {
  const [old, now]: Fields[] = [{ ...before }, { ...after }];
  const values: Record<string, unknown> = {};
  const lists: Record<string, JobChanges['lists'][string]> = {};
  for (const key of new Set([...Object.keys(old), ...Object.keys(now)])) {
    const [was, is] = [old[key], now[key]];
    if (was === is) continue;
    if (areParts(was) && areParts(is)) {
      const known = new Set<Part>(was);
      lists[key] = { ids: is.map(({ id }) => id), parts: is.filter((part) => !known.has(part)) };
    } else values[key] = is;
  }
  return { values, lists };
}

/** The job with changes made to it; parts that are not among them stay the same objects. */
export function withChanges(before: Job, { values, lists }: JobChanges): Job {
  const old: Fields = { ...before };
  const made = { ...before, ...values };
  for (const [key, { ids, parts }] of Object.entries(lists)) {
    const was = old[key];
    const byId = new Map([...(areParts(was) ? was : []), ...parts].map((part) => [part.id, part]));
    Reflect.set(
      made,
      key,
      ids.flatMap((id) => byId.get(id) ?? []),
    );
  }
  for (const [key, value] of Object.entries(made)) if (value === undefined) Reflect.deleteProperty(made, key);
  return made;
}

const areParts = (value: unknown): value is readonly Part[] =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((part: unknown) => typeof part === 'object' && part !== null && 'id' in part);
