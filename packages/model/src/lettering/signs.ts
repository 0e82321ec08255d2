import { CAPITAL, OUTLINES } from './sign-outlines';
import { SIGN_RANGES } from './sign-ranges';

/** A sign as it is laid in a text: for capital letters that are 1 high. */
export interface SignOutline {
  /** How far it takes the text on. */
  readonly advance: number;
  /** Path data in units of which a capital letter is `CAPITAL` high, y up from the line the text stands on. */
  readonly d: string;
}

export { CAPITAL };

let lines: readonly string[] | null = null;

/** The outline of a sign; null where there is none. */
export function signOutline(sign: string): SignOutline | null {
  const code = sign.codePointAt(0) ?? 0;
  let before = 0;
  for (const [first, last] of SIGN_RANGES) {
    if (code >= first && code <= last) {
      lines ??= OUTLINES.split('\n');
      const line = lines[before + code - first];
      const gap = line.indexOf(' ');
      return { advance: Number(line.slice(0, gap)) / CAPITAL, d: line.slice(gap + 1) };
    }
    before += last - first + 1;
  }
  return null;
}

/** The outlines of all signs that a text may come to show, by sign. Plain data. */
export function outlinesOf(text: string): Readonly<Record<string, SignOutline>> {
  const signs = new Set([...text, ...(text.includes('#') ? '0123456789−' : '')]);
  return Object.fromEntries(
    [...signs].flatMap((sign) => {
      const outline = signOutline(sign);
      return outline ? [[sign, outline]] : [];
    }),
  );
}
