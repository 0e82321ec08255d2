import explained from '../../../../../docs/fit.md';

/** What words of the trade and of ours mean, in a sentence each: those that the page about the fit lists. */
export const TERMS: ReadonlyMap<string, string> = termsOf(explained);

/** Reads a list of `- **Word**: what it means.` */
export function termsOf(text: string): Map<string, string> {
  const found = text.matchAll(/^- \*\*(.+?)\*\*: (.+)$/gm);
  return new Map(Array.from(found, ([, word, means]): [string, string] => [word, sentence(means)]));
}

function sentence(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
