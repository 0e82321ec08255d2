/** A part of the page by its id. */
export function part<T extends HTMLElement = HTMLElement>(id: string): T {
  const found = document.getElementById(id);
  if (!found) throw new Error(`the page has no ${id}`);
  return found as T;
}
