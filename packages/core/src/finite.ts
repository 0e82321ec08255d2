import { RelayError } from './error';

/**
 * The door of results: no number that is not finite goes on from here.
 * @param what what the result is of, said where it is refused
 * @throws RelayError not-finite, with the place in the result
 */
export function checkFinite<T>(result: T, what: string): T {
  const at = notFinite(result, '');
  if (at === null) return result;
  throw new RelayError(
    'not-finite',
    `${what} gave a number that is not finite (${at}). Nothing is shown of it; please report the path and the numbers it was asked with.`,
    { field: at },
  );
}

/** Where in a result there is such a number; null where there is none. */
function notFinite(value: unknown, at: string): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : at || 'the result';
  if (typeof value !== 'object' || value === null) return null;
  if (value instanceof Float64Array || value instanceof Float32Array) {
    for (let i = 0; i < value.length; i++)
      if (!Number.isFinite(value[i])) return `${at}${at ? '.' : ''}${String(i)}`;
    return null;
  }
  if (ArrayBuffer.isView(value)) return null;
  for (const [key, part] of Object.entries(value)) {
    const found = notFinite(part, `${at}${at ? '.' : ''}${key}`);
    if (found !== null) return found;
  }
  return null;
}
