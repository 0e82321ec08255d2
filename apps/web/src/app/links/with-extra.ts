import type { JobPiece } from '@coin-relay/model';

/** What a piece may have besides its numbers. */
type Extra = 'setting' | 'variation' | 'finish';

/** The piece with one of its extras; without it where it says nothing, so that plain pieces stay plain. */
export function withExtra<K extends Extra>(
  piece: JobPiece,
  key: K,
  value: NonNullable<JobPiece[K]> | null,
): JobPiece {
  const next: JobPiece = { ...piece };
  Reflect.deleteProperty(next, key);
  return value === null ? next : { ...next, [key]: value };
}
