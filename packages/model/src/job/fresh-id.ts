/** An id that none of the taken ones is: the base, or the base with a number behind it. */
export function freshId(taken: readonly { readonly id: string }[], base: string): string {
  const ids = new Set(taken.map(({ id }) => id));
  for (let k = 1; ; k++) {
    const id = k === 1 ? base : `${base}-${k}`;
    if (!ids.has(id)) return id;
  }
}
