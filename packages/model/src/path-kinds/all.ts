import { drawn } from './drawn/kind';
import { hang } from './hang/kind';
import { helix } from './helix/kind';
import type { AnyPath, KindOfPath } from './kind';
import { outline } from './outline/kind';
import { parallel } from './parallel/kind';
import { route } from './route/kind';
import { shape } from './shape/kind';
import { space } from './space/kind';
import { stretch } from './stretch/kind';
import { winding } from './winding/kind';

/** Every kind of path there is, in the order they are offered in. */
export const ALL_PATH_KINDS = [
  drawn,
  space,
  route,
  hang,
  shape,
  helix,
  stretch,
  parallel,
  winding,
  outline,
] as const;

type PathIn<A> = A extends KindOfPath<infer P> ? P : never;

/** A path of a job: the union of the paths of all kinds. */
export type JobPath = PathIn<(typeof ALL_PATH_KINDS)[number]>;
export type PathKind = JobPath['kind'];
export type PathOf<K extends PathKind> = Extract<JobPath, { kind: K }>;

const BY_NAME = new Map<string, unknown>(ALL_PATH_KINDS.map((kind) => [kind.kind, kind]));

/** The kind of a path, as one that takes paths of its kind. */
export function kindOf<P extends AnyPath>(path: P): KindOfPath<P> {
  return BY_NAME.get(path.kind) as KindOfPath<P>;
}
